package app.lacuna.desktop.shell;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobBook;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Words;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.collections.ListChangeListener;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/**
 * What concerns no single place, above the page: something that was not begun because the same is
 * under way, an error that nobody waited for, the question before jobs are stopped by closing.
 */
final class WindowNotices extends VBox {
    private final JobBook book;
    private final Label words = Page.label("", "message-what");
    private final HBox answers = new HBox(10);
    private Optional<Runnable> afterEnd = Optional.empty();
    private boolean asking;

    WindowNotices(JobBook book) {
        super();
        this.book = book;
        setId("window-notices");
        words.setId("window-notice");
        words.setMinWidth(0);
        answers.setAlignment(Pos.CENTER_RIGHT);
        answers.setMinWidth(Region.USE_PREF_SIZE);
        HBox line = new HBox(16, words, Page.spacer(), answers);
        line.setAlignment(Pos.CENTER_LEFT);
        line.getStyleClass().add(Styles.MESSAGE);
        getStyleClass().add("window-notices");
        Spoken.news(this);
        getChildren().setAll(line);
        book.refused().addListener((property, before, now) -> now.ifPresent(this::refused));
        book.trouble().addListener((property, before, now) -> now.ifPresent(this::trouble));
        book.jobs().addListener((ListChangeListener<Job>) change -> jobsChanged());
        hide();
    }

    private void refused(JobBook.Refused now) {
        say(
                Words.text("notice.busy", Words.text("job." + now.kind())),
                Page.button("notice-seen", Words.text("notice.seen"), this::dismiss));
    }

    private void trouble(Throwable cause) {
        say(
                FailureText.of(cause).inOneLine(),
                Page.button("notice-seen", Words.text("notice.seen"), this::dismiss));
    }

    void nobodyTakes() {
        say(
                Words.text("notice.not-taken"),
                Page.button("notice-seen", Words.text("notice.seen"), this::dismiss));
    }

    /**
     * @param forGood closes the window, whatever is under way
     */
    void askToStop(Runnable forGood) {
        String jobs =
                book.jobs().stream()
                        .filter(job -> job.kind().leavesWorkUndone())
                        .map(job -> Words.text("job." + job.kind()))
                        .distinct()
                        .collect(Collectors.joining(", "));
        say(
                Words.text("closing.words", jobs),
                Page.button(
                        "closing-stop",
                        Words.text("closing.stop"),
                        () -> {
                            dismiss();
                            forGood.run();
                        }),
                Page.button("closing-stay", Words.text("closing.stay"), this::dismiss));
    }

    /** Of a question before closing: it is not wanted any more. */
    boolean stopAsking() {
        boolean asked = asking;
        if (asked) {
            hide();
        }
        return asked;
    }

    /** Goes on as soon as nothing is under way any more that leaves work undone. */
    void waitForEnd(Runnable then) {
        if (!book.leavesWorkUndone()) {
            then.run();
            return;
        }
        say(
                Words.text("closing.stopping"),
                Page.button("closing-stay", Words.text("closing.stay"), this::dismiss));
        afterEnd = Optional.of(then);
    }

    private void jobsChanged() {
        if (afterEnd.isPresent() && !book.leavesWorkUndone()) {
            Runnable then = afterEnd.get();
            dismiss();
            Platform.runLater(then); // when the end of the last one has been told
        }
    }

    /**
     * @param forGood closes the window, although nobody has them
     */
    void askAboutPasswords(Runnable forGood) {
        say(
                Words.text("kept.question"),
                Page.button(
                        "closing-lose",
                        Words.text("kept.lose"),
                        () -> {
                            dismiss();
                            forGood.run();
                        }),
                Page.button("closing-stay", Words.text("closing.stay"), this::dismiss));
        asking = true;
    }

    private void say(String text, Button... buttons) {
        afterEnd = Optional.empty();
        asking = false;
        words.setText(text);
        answers.getChildren().setAll(buttons);
        setVisible(true);
        setManaged(true);
    }

    /** Whether there was something to be dismissed. */
    boolean dismiss() {
        boolean any = isVisible();
        hide();
        book.seen();
        return any;
    }

    private void hide() {
        afterEnd = Optional.empty();
        asking = false;
        setVisible(false);
        setManaged(false);
        words.setText("");
        answers.getChildren().clear();
    }
}
