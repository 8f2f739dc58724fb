package app.lacuna.desktop.places.discs;

import app.lacuna.desktop.words.Texts;

/** The texts of this place. */
public final class DiscsTexts implements Texts {
    @Override
    public String folder() {
        return "app.lacuna.desktop.places.discs";
    }
}
