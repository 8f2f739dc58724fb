package app.lacuna.delivery.page;

import org.junit.jupiter.api.condition.EnabledIf;

/** Only where the machine has Firefox and its driver: Debian has no package of the driver. */
@EnabledIf("app.lacuna.delivery.page.Browser#hasFirefox")
class InFirefoxTest extends OpenerPageContract {
    InFirefoxTest() {
        super(Browser.Kind.FIREFOX);
    }
}
