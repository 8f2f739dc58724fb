package app.lacuna.desktop.parts.handing;

import app.lacuna.desktop.words.Texts;

/** The texts of these parts. */
public final class HandingTexts implements Texts {
    @Override
    public String folder() {
        return "app.lacuna.desktop.parts.handing";
    }
}
