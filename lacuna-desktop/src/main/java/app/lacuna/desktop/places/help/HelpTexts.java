package app.lacuna.desktop.places.help;

import app.lacuna.desktop.words.Texts;

/** The texts of the Help place, apart from the guide. */
public final class HelpTexts implements Texts {
    @Override
    public String folder() {
        return "app.lacuna.desktop.places.help";
    }
}
