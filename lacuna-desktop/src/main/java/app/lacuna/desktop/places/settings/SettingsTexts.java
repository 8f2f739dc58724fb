package app.lacuna.desktop.places.settings;

import app.lacuna.desktop.words.Texts;

/** The texts of the Settings place. */
public final class SettingsTexts implements Texts {
    @Override
    public String folder() {
        return "app.lacuna.desktop.places.settings";
    }
}
