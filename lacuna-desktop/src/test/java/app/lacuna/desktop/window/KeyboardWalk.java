package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;
import static org.testfx.util.WaitForAsyncUtils.waitForFxEvents;

import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.words.Words;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeoutException;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;

/**
 * The whole job, from files to files, without the mouse; on the way everything that can have the
 * focus has a name, and no text is cut, in the smallest window.
 */
abstract class KeyboardWalk extends InWindow {
    private static final int MOST_STEPS = 120;

    @Override
    public void start(Stage stage) throws IOException {
        super.start(stage);
        stage.setWidth(960);
        stage.setHeight(640);
    }

    private void key(KeyCode... keys) {
        for (KeyCode key : keys) {
            press(key);
        }
        for (int i = keys.length - 1; i >= 0; i--) {
            release(keys[i]);
        }
        waitForFxEvents();
    }

    private String focused() {
        Node owner = scene.getFocusOwner();
        return owner == null || owner.getId() == null ? "" : owner.getId();
    }

    /** Goes on with the tabulator until it is there. */
    private void tabTo(String id) {
        for (int i = 0; i < MOST_STEPS && !focused().equals(id); i++) {
            key(KeyCode.TAB);
        }
        assertThat(focused()).as("reached by the tabulator").isEqualTo(id);
    }

    private void press(String id) {
        tabTo(id);
        key(KeyCode.SPACE);
    }

    void legible(String where) throws IOException {
        waitForFxEvents();
        picture(Words.language().code() + "-" + where);
        assertThat(Legible.silent(scene)).as("tells a screen reader nothing: " + where).isEmpty();
        assertThat(Legible.cut(scene)).as("cut: " + where).isEmpty();
    }

    @Test
    void theWholeJobWithoutTheMouse() throws Exception {
        Path season = Files.createDirectories(folder.resolve(Words.language().code() + "/season"));
        Path diary = Files.writeString(season.resolve("diary.txt"), "rain, little done");
        Files.writeString(season.resolve("levels.csv"), "a,b\n1,2\n");
        legible("empty");

        // gather, name, for whom, names, password
        dialogs.files = List.of(season);
        key(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.D);
        until(
                () ->
                        !pack.contents().scanning().get()
                                && pack.contents().selection().get().items().size() > 2);
        press("brief-name");
        until(() -> lookup("#name-field").tryQuery().isPresent());
        key(KeyCode.CONTROL, KeyCode.A);
        write("notes.zip");
        key(KeyCode.ENTER);
        until(() -> pack.name().get().equals("notes.zip"));
        press("brief-whom");
        until(() -> focused().startsWith("whom-"));
        key(KeyCode.DOWN);
        key(KeyCode.ESCAPE);
        boolean hidden = pack.form().names().get().name().equals("HIDDEN");
        tabTo("brief-names");
        key(KeyCode.CONTROL, KeyCode.H);
        key(KeyCode.CONTROL, KeyCode.H);
        assertThat(pack.form().names().get().name().equals("HIDDEN")).isEqualTo(hidden);
        key(KeyCode.CONTROL, KeyCode.P);
        write("first hut by the sea");
        tabTo("password-again");
        write("first hut by the sea");
        until(() -> pack.ready().get());
        legible("pack");

        // pack, prove, read the receipt, clear the originals
        key(KeyCode.CONTROL, KeyCode.ENTER);
        until(() -> pack.packing().result().get().isPresent());
        until(() -> lookup("#originals-trash").tryQuery().isPresent());
        legible("receipt");
        press("originals-trash");
        until(() -> lookup("#clear-do").tryQuery().isPresent());
        press("clear-do");
        until(() -> !Files.exists(diary));
        legible("cleared");
        press("pass-on-read");
        until(() -> lookup("#pass-on-hide").tryQuery().isPresent());
        press("pass-on-hide");

        // open it again, look, tick, take out, lock
        key(KeyCode.CONTROL, KeyCode.ENTER);
        until(() -> open.state().get() == OpenState.UNLOCKED);
        key(KeyCode.CONTROL, KeyCode.L);
        until(() -> open.state().get() == OpenState.LOCKED);
        legible("locked");
        write("first hut by the sea");
        key(KeyCode.ENTER);
        until(() -> open.state().get() == OpenState.UNLOCKED);
        until(() -> open.session().check().state().get().ended().isPresent());
        legible("open");
        lookInside();
        press("extract-all");
        until(() -> open.session().extract().report().get().isPresent());
        legible("taken-out");
        key(KeyCode.CONTROL, KeyCode.L);

        // the other places
        key(KeyCode.CONTROL, KeyCode.E);
        legible("ends");
        key(KeyCode.CONTROL, KeyCode.DIGIT3);
        legible("rounds");
        key(KeyCode.CONTROL, KeyCode.DIGIT4);
        legible("discs");
        key(KeyCode.CONTROL, KeyCode.COMMA);
        legible("settings");
        key(KeyCode.F1);
        legible("help");
        press("help-keys");
        legible("keys");
        key(KeyCode.ESCAPE);
        largeTexts();
    }

    /** What opens under the words of a brief, sending, and planning discs. */
    @Test
    void everyPopoverSendingAndDiscs() throws Exception {
        Path season = Files.createDirectories(folder.resolve(Words.language().code() + "/finds"));
        Files.writeString(season.resolve("diary.txt"), "rain, little done");
        dialogs.files = List.of(season);
        key(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.D);
        until(() -> pack.contents().selection().get().items().size() > 1);
        until(() -> !pack.contents().scanning().get());
        for (String word : List.of("items", "name", "whom", "cipher", "names", "folder", "then")) {
            popover("brief-" + word);
        }
        key(KeyCode.CONTROL, KeyCode.P);
        write("first hut by the sea");
        tabTo("password-again");
        write("first hut by the sea");
        until(() -> pack.ready().get());
        key(KeyCode.CONTROL, KeyCode.ENTER);
        until(() -> lookup("#receipt-mail-open").tryQuery().isPresent());
        press("receipt-mail-open");
        until(() -> lookup("#mail-drafts").tryQuery().isPresent());
        legible("mail");

        key(KeyCode.CONTROL, KeyCode.DIGIT4);
        press("discs-add-folder");
        until(() -> lookup("#discs-kind").tryQuery().isPresent());
        legible("discs-plan");
        for (String word : List.of("items", "kind", "label", "names", "recovery", "folder")) {
            popover("discs-" + word);
        }
    }

    private void popover(String word) throws IOException {
        press(word);
        assertThat(window.shell().popovers().isOpen()).as(word).isTrue();
        legible(word);
        key(KeyCode.ESCAPE);
        assertThat(window.shell().popovers().isOpen()).isFalse();
    }

    /** The same pages with texts of twice the size, where they scroll and nothing is cut. */
    private void largeTexts() throws IOException {
        interact(() -> theme.showTextSize(200));
        legible("large-settings");
        key(KeyCode.F1);
        legible("large-help");
        key(KeyCode.CONTROL, KeyCode.E);
        legible("large-ends");
        key(KeyCode.CONTROL, KeyCode.DIGIT1);
        legible("large-receipt");
        key(KeyCode.CONTROL, KeyCode.DIGIT2);
        legible("large-locked");
        assertThat(scene.getFocusOwner()).isNotNull();
        interact(() -> theme.showTextSize(100));
    }

    private void lookInside() throws TimeoutException {
        tabTo("inside");
        key(KeyCode.DOWN);
        key(KeyCode.RIGHT);
        key(KeyCode.DOWN);
        key(KeyCode.SPACE);
        key(KeyCode.ENTER);
        until(() -> open.session().inside().chosen().count() > 0);
        key(KeyCode.ENTER);
        until(() -> open.session().inside().chosen().count() == 0);
    }
}
