package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;
import static org.testfx.util.WaitForAsyncUtils.waitForAsyncFx;

import app.lacuna.desktop.words.Words;
import java.io.IOException;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.robot.Robot;
import javafx.stage.Stage;

/** The smallest window, without the mouse. */
abstract class ByKeyboard extends InWindow {
    private static final int MOST_STEPS = 120;

    @Override
    public void start(Stage stage) throws IOException {
        super.start(stage);
        makeAsLargeAs(960, 640);
    }

    final void makeAsLargeAs(double width, double height) {
        scene.getWindow().setWidth(width);
        scene.getWindow().setHeight(height);
    }

    /**
     * Pressed together and let go of; much quicker than the robot of the tests, which waits long.
     */
    void key(KeyCode... keys) {
        waitForAsyncFx(
                10_000,
                () -> {
                    Robot robot = new Robot();
                    for (KeyCode key : keys) {
                        robot.keyPress(key);
                    }
                    for (int i = keys.length - 1; i >= 0; i--) {
                        robot.keyRelease(keys[i]);
                    }
                });
        settle();
    }

    String focused() {
        Node owner = scene.getFocusOwner();
        return owner == null || owner.getId() == null ? "" : owner.getId();
    }

    /** Goes on with the tabulator until it is there. */
    void tabTo(String id) {
        for (int i = 0; i < MOST_STEPS && !focused().equals(id); i++) {
            key(KeyCode.TAB);
        }
        assertThat(focused()).as("reached by the tabulator").isEqualTo(id);
    }

    void press(String id) {
        tabTo(id);
        key(KeyCode.SPACE);
    }

    void legible(String where) throws IOException {
        settle();
        picture(Words.language().code() + "-" + where);
        assertThat(Legible.silent(scene)).as("tells a screen reader nothing: " + where).isEmpty();
        assertThat(Legible.cut(scene)).as("cut: " + where).isEmpty();
    }

    void popover(String word) throws IOException {
        press(word);
        assertThat(window.shell().popovers().isOpen()).as(word).isTrue();
        legible(word);
        key(KeyCode.ESCAPE);
        assertThat(window.shell().popovers().isOpen()).isFalse();
    }

    /** Into the field that has the focus, whatever is in it. */
    void writeOver(String text) {
        key(KeyCode.CONTROL, KeyCode.A);
        write(text);
    }
}
