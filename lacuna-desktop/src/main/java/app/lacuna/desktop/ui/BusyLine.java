package app.lacuna.desktop.ui;

import app.lacuna.common.Progress;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.Pace;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The foot while something runs: how far, how fast, how long, what, and Cancel. */
public final class BusyLine extends HBox {
    private final Label heading = new Label();
    private final Label detail = new Label();
    private final ProgressBar bar = new ProgressBar(0);
    private Pace pace = new Pace();

    public BusyLine(Job action) {
        super(20);
        setAlignment(Pos.CENTER_LEFT);
        heading.getStyleClass().add("status-heading");
        detail.getStyleClass().add(Styles.SECONDARY);
        heading.setMinWidth(0);
        detail.setMinWidth(0);
        bar.setMaxWidth(Double.MAX_VALUE);
        bar.setAccessibleText(Words.text("busy.bar"));
        VBox lines = new VBox(4, heading, bar, detail);
        lines.setMinWidth(0);
        Spoken.state(lines);
        HBox.setHgrow(lines, Priority.ALWAYS);
        Button cancel = Page.button("cancel", Words.text("busy.cancel"), action::cancel);
        getChildren().addAll(lines, cancel);
        visibleProperty().bind(action.running());
        managedProperty().bind(visibleProperty());
        action.progress().addListener((property, before, now) -> show(now));
        action.running().addListener((property, before, now) -> reset(action));
        action.inLine().addListener((property, before, now) -> reset(action));
        reset(action);
    }

    private void reset(Job action) {
        pace = new Pace();
        bar.setProgress(0);
        heading.setText(Words.text(action.inLine().get() ? "busy.waiting" : "busy.begin"));
        detail.setText("");
    }

    private void show(Optional<Progress> told) {
        if (told.isEmpty()) {
            return;
        }
        Progress progress = told.get();
        Pace.Reading reading = pace.at(progress);
        bar.setProgress(progress.fraction());
        heading.setText(
                Words.text(
                        "busy." + progress.stage(),
                        Sizes.inWords(progress.doneBytes()),
                        Sizes.inWords(progress.totalBytes()),
                        reading.bytesPerSecond() > 0 ? "yes" : "no",
                        Sizes.inWords(reading.bytesPerSecond()),
                        reading.left().isPresent() ? "yes" : "no",
                        reading.left().map(Dates::duration).orElse(""),
                        progress.doneItems(),
                        progress.totalItems()));
        detail.setText(progress.item());
    }
}
