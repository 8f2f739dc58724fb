package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.words.Words;
import app.lacuna.messages.Language;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** German words are long: with the largest texts, in the smallest window, they still fit it. */
class SmallWindowTest extends InWindow {
    @Override
    void speak() {
        Words.speak(new Language("de"));
    }

    @AfterEach
    void usualAgain() {
        interact(() -> theme.showTextSize(100));
        Words.speak(Language.ENGLISH);
    }

    private List<String> beyondTheEdge() {
        settle();
        return lookup(".page .button, .page .label").queryAllAs(Labeled.class).stream()
                .filter(SmallWindowTest::isShown)
                .filter(node -> node.localToScene(node.getLayoutBounds()).getMaxX() > 961)
                .map(Labeled::getText)
                .toList();
    }

    private static boolean isShown(Node node) {
        for (Node each = node; each != null; each = each.getParent()) {
            if (!each.isVisible()) {
                return false;
            }
        }
        return true;
    }

    @Test
    void everyPlace_withLargeTexts_fitsTheWidth() throws Exception {
        interact(
                () -> {
                    scene.getWindow().setWidth(960);
                    scene.getWindow().setHeight(640);
                    theme.showTextSize(200);
                });
        for (Place place : desk.places()) {
            interact(() -> window.show(place));
            assertThat(beyondTheEdge()).as(place.id()).isEmpty();
            picture("small-" + place.id());
        }
        interact(() -> window.show(desk.pack()));
        interact(() -> pack.contents().add(story));
        until(() -> !pack.contents().selection().get().items().isEmpty());
        assertThat(beyondTheEdge()).as("with files").isEmpty();
        picture("small-pack-filled");
    }
}
