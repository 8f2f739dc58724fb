package app.lacuna.desktop.window;

import app.lacuna.base.Language;
import app.lacuna.desktop.words.Words;

/** In German, which has longer words. */
class GermanKeyboardWalkTest extends KeyboardWalk {
    @Override
    void speak() {
        Words.speak(new Language("de"));
    }
}
