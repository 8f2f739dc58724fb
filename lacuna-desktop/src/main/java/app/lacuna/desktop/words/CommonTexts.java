package app.lacuna.desktop.words;

/** What belongs to no single place. */
public final class CommonTexts implements Texts {
    @Override
    public String folder() {
        return "app.lacuna.desktop.words";
    }
}
