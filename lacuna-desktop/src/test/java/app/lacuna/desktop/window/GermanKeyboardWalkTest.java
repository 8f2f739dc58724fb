package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.words.Words;
import app.lacuna.messages.Language;
import java.io.IOException;
import org.junit.jupiter.api.Tag;

/** In German, which has longer words. */
@Tag("slow")
class GermanKeyboardWalkTest extends KeyboardWalk {
    @Override
    void speak() {
        Words.speak(new Language("de"));
    }

    /** And in one of usual size, where the parts of a page lie beside each other. */
    @Override
    void legible(String where) throws IOException {
        super.legible(where);
        interact(() -> makeAsLargeAs(1240, 795));
        settle();
        assertThat(Legible.cut(scene)).as("cut in a usual window: " + where).isEmpty();
        interact(() -> makeAsLargeAs(960, 640));
        settle();
    }
}
