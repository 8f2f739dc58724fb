package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.words.Texts;

/** The texts of this place. */
public final class PackTexts implements Texts {
    @Override
    public String folder() {
        return "app.lacuna.desktop.places.pack";
    }
}
