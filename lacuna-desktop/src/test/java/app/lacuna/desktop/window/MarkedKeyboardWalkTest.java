package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.words.Words;
import app.lacuna.messages.Language;
import java.io.IOException;
import org.junit.jupiter.api.Tag;

/** In English, every sentence marked and a third longer: what nobody has translated is seen. */
@Tag("slow")
class MarkedKeyboardWalkTest extends KeyboardWalk {
    @Override
    void speak() {
        Words.speak(Language.ENGLISH, Legible::longer);
    }

    @Override
    void legible(String where) throws IOException {
        super.legible(where);
        assertThat(Legible.untranslated(scene)).as("not translated: " + where).isEmpty();
    }
}
