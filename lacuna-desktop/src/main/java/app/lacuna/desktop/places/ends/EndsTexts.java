package app.lacuna.desktop.places.ends;

import app.lacuna.desktop.words.Texts;

/** The texts of this place. */
public final class EndsTexts implements Texts {
    @Override
    public String folder() {
        return "app.lacuna.desktop.places.ends";
    }
}
