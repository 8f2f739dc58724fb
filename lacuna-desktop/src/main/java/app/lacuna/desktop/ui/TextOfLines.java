package app.lacuna.desktop.ui;

import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/**
 * A text of several lines. The tabulator goes on from it as from everything else: who works by the
 * keyboard would not get out of it, and our texts have no tabulators.
 */
public class TextOfLines extends TextArea {
    public TextOfLines() {
        addEventFilter(KeyEvent.KEY_PRESSED, this::goOn);
    }

    /** With the control key the toolkit goes on. */
    private void goOn(KeyEvent event) {
        if (event.getCode() == KeyCode.TAB && !event.isControlDown()) {
            event.consume();
            fireEvent(
                    new KeyEvent(
                            KeyEvent.KEY_PRESSED,
                            "",
                            "",
                            KeyCode.TAB,
                            event.isShiftDown(),
                            true,
                            false,
                            false));
        }
    }
}
