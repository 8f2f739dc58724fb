package app.lacuna.delivery.page;

class InChromiumTest extends OpenerPageContract {
    InChromiumTest() {
        super(Browser.Kind.CHROMIUM);
    }
}
