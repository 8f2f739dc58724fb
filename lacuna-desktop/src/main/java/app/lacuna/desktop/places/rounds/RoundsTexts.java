package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.words.Texts;

/** What the Rounds place says. */
public final class RoundsTexts implements Texts {
    @Override
    public String folder() {
        return "app.lacuna.desktop.places.rounds";
    }
}
