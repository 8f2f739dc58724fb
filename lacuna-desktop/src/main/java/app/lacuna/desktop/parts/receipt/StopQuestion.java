package app.lacuna.desktop.parts.receipt;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.Words;
import java.util.List;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;

/** Asked before a page is left whose jobs still work: leaving it stops them. */
final class StopQuestion extends HBox {
    private final Label words = Page.label("", "message-what");
    private List<Job> working = List.of();
    private Runnable goOn = () -> {};

    StopQuestion() {
        super(10);
        setId("stop-question");
        getStyleClass().add(Styles.MESSAGE);
        setAlignment(Pos.CENTER_LEFT);
        words.setMinWidth(0);
        Spoken.news(this);
        getChildren()
                .setAll(
                        words,
                        Page.spacer(),
                        new WrappingRow(
                                10,
                                Page.button("stop-now", Words.text("stop.now"), this::stop),
                                Page.button(
                                        "stop-not",
                                        Words.text("closing.stay"),
                                        () -> setVisible(false))));
        setVisible(false);
        managedProperty().bind(visibleProperty());
    }

    /**
     * @param jobs that would be stopped; it goes on at once if there are none
     */
    void ask(List<Job> jobs, Runnable then) {
        if (jobs.isEmpty()) {
            then.run();
            return;
        }
        working = jobs;
        goOn = then;
        words.setText(
                Words.text(
                        "stop.words",
                        jobs.stream()
                                .map(job -> Words.text("job." + job.kind()))
                                .distinct()
                                .collect(Collectors.joining(", "))));
        setVisible(true);
    }

    private void stop() {
        setVisible(false);
        working.forEach(Job::cancel);
        goOn.run();
    }
}
