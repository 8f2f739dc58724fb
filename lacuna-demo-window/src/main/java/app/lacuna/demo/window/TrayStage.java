package app.lacuna.demo.window;

import app.lacuna.demo.drive.SimulatedDisc;
import app.lacuna.demo.drive.SimulatedDrive;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Optional;
import java.util.ResourceBundle;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;
import javafx.util.Duration;

/** The tray of the simulated drive: discs to put in, and what can be wrong with them. */
final class TrayStage {
    private static final ResourceBundle TEXTS =
            ResourceBundle.getBundle("app.lacuna.demo.window.tray");
    private static final Duration LOOK_EVERY = Duration.millis(300);
    private static final double SPACE = 10;
    private static final double WIDTH = 380;

    /** A disc that is too small for nearly everything. */
    private static final long SMALL = 500;

    /** Where a disc is bad: behind what is checked first, and before its end. */
    private static final long BAD_SECTOR = 2_000;

    private final DemoDrive demo;
    private final SimulatedDrive drive;
    private final Label asked = new Label();
    private final Label there = new Label();
    private final CheckBox failing = new CheckBox(TEXTS.getString("fails"));
    private final CheckBox scratched = new CheckBox(TEXTS.getString("scratched"));

    TrayStage(DemoDrive demo) {
        this.demo = demo;
        this.drive = demo.drive();
    }

    void show(Stage beside) {
        FlowPane discs = new FlowPane(SPACE, SPACE);
        discs.getChildren()
                .setAll(
                        blank("cd", SimulatedDrive.CD),
                        blank("dvd", SimulatedDrive.DVD),
                        blank("bluray", SimulatedDrive.BLU_RAY),
                        blank("small", SMALL),
                        button("full", this::full),
                        button("eject", drive::eject));
        VBox all = new VBox(SPACE, asked, there, discs, failing, scratched);
        all.setStyle("-fx-padding: 14");
        asked.setWrapText(true);
        Stage stage = new Stage();
        stage.setTitle(TEXTS.getString("title"));
        stage.setScene(new Scene(all, WIDTH, WIDTH * 2 / 3));
        stage.setX(beside.getX() + beside.getWidth());
        stage.setY(beside.getY());
        beside.setOnHidden(event -> stage.close());
        Timeline looking = new Timeline(new KeyFrame(LOOK_EVERY, event -> look()));
        looking.setCycleCount(Timeline.INDEFINITE);
        looking.play();
        look();
        stage.show();
    }

    private static Button button(String text, Runnable action) {
        Button button = new Button(TEXTS.getString(text));
        button.setOnAction(event -> action.run());
        return button;
    }

    private Button blank(String text, long sectors) {
        return button(
                text,
                () -> {
                    SimulatedDisc disc = demo.blank(sectors);
                    if (failing.isSelected()) {
                        disc.failsAt(BAD_SECTOR);
                    }
                    if (scratched.isSelected()) {
                        disc.scratch(BAD_SECTOR, 1);
                    }
                    drive.insert(disc);
                });
    }

    private void full() {
        try {
            drive.insert(demo.blank(SimulatedDrive.DVD).written("SOMETHING"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void look() {
        asked.setText(
                drive.asked().isEmpty()
                        ? TEXTS.getString("asked.nothing")
                        : TEXTS.getString("asked") + " " + drive.asked());
        Optional<SimulatedDisc> disc = drive.disc();
        there.setText(TEXTS.getString(disc.isEmpty() ? "empty" : "loaded"));
    }
}
