package app.lacuna.desktop.ui;

import app.lacuna.desktop.words.Words;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;
import javafx.util.Duration;

/** Puts a password on the clipboard for a short time, and takes it off if it is still there. */
public final class ShortClipboard {
    private static final int USUAL_SECONDS = 30;

    private final int seconds;

    private final ReadOnlyStringWrapper words =
            new ReadOnlyStringWrapper(Words.text("clipboard.copy"));
    private final ReadOnlyIntegerWrapper left = new ReadOnlyIntegerWrapper();
    private final CopiedText copied = new CopiedText();
    private Timeline countdown = new Timeline();

    public ShortClipboard() {
        this(USUAL_SECONDS);
    }

    /**
     * @param seconds how long it stays there
     */
    public ShortClipboard(int seconds) {
        this.seconds = seconds;
    }

    public void put(String text) {
        countdown.stop();
        ClipboardContent content = new ClipboardContent();
        content.putString(text);
        Clipboard.getSystemClipboard().setContent(content);
        copied.copied(text);
        show(seconds);
        countdown =
                new Timeline(
                        new KeyFrame(
                                Duration.seconds(1),
                                event -> {
                                    show(left.get() - 1);
                                    if (left.get() == 0) {
                                        copied.takeOffClipboard();
                                    }
                                }));
        countdown.setCycleCount(seconds);
        countdown.play();
    }

    private void show(int now) {
        left.set(now);
        words.set(now == 0 ? Words.text("clipboard.copy") : Words.text("clipboard.left", now));
    }

    /** Seconds that a password will still be there; 0 if none is. */
    public ReadOnlyIntegerProperty left() {
        return left.getReadOnlyProperty();
    }

    /** Before its time, when the program ends or everything is locked. */
    public void takeOffNow() {
        countdown.stop();
        show(0);
        copied.takeOffClipboard();
    }

    /** "Copy", or how long it will still be there. */
    public ReadOnlyStringProperty words() {
        return words.getReadOnlyProperty();
    }
}
