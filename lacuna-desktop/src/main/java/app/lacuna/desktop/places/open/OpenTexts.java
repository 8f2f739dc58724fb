package app.lacuna.desktop.places.open;

import app.lacuna.desktop.words.Texts;

/** The texts of this place. */
public final class OpenTexts implements Texts {
    @Override
    public String folder() {
        return "app.lacuna.desktop.places.open";
    }
}
