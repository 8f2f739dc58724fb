package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundTimer;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Path;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;

/** Writes what the system needs to run a round by itself, where the user wants it. */
final class TimerForm {
    private static final double WIDTH = 400;
    private static final int EVENING = 18;

    private final Round round;
    private final FileDialogs dialogs;
    private final Runnable close;
    private final ObjectProperty<Optional<Path>> key = new SimpleObjectProperty<>(Optional.empty());
    private final Spinner<Integer> hour = new Spinner<>(0, 23, EVENING);
    private final Label note = Page.label(Words.text("timer.note"), Styles.SECONDARY);
    private final TextField line = new TextField();

    TimerForm(Round round, FileDialogs dialogs, Runnable close) {
        this.round = round;
        this.dialogs = dialogs;
        this.close = close;
    }

    Node[] content() {
        hour.setId("timer-hour");
        hour.setPrefWidth(90);
        note.setId("timer-note");
        Spoken.news(note);
        note.setMaxWidth(WIDTH);
        line.setId("timer-line");
        line.setEditable(false);
        line.getStyleClass().add(Styles.MONO);
        FieldName.give(line, Words.text("timer.line"));
        line.setVisible(false);
        line.managedProperty().bind(line.visibleProperty());
        Button choose = Page.button("timer-key", Words.text("timer.key.choose"), this::choose);
        Label chosen = Page.label("", Styles.SECONDARY);
        chosen.textProperty()
                .bind(key.map(file -> file.map(PathNames::known).orElse(Words.text("timer.none"))));
        GridPane grid = new GridPane();
        grid.setHgap(12);
        grid.setVgap(8);
        Label when = Page.label(Words.text("timer.hour"));
        when.setLabelFor(hour);
        grid.addRow(0, when, hour);
        grid.addRow(1, Page.label(Words.text("timer.key")), choose);
        Button write = Page.button("timer-write", Words.text("timer.write"), this::write);
        Button cron = Page.button("timer-cron", Words.text("timer.cron"), this::showCron);
        write.disableProperty().bind(key.map(Optional::isEmpty));
        cron.disableProperty().bind(key.map(Optional::isEmpty));
        return new Node[] {
            Page.label(Words.text("timer.title"), Styles.CARD_TITLE),
            grid,
            chosen,
            note,
            line,
            new HBox(8, write, cron, Page.button("timer-done", Words.text("popover.done"), close))
        };
    }

    private void choose() {
        dialogs.chooseFile(Words.text("timer.key")).ifPresent(file -> key.set(Optional.of(file)));
    }

    private RoundTimer timer() {
        return new RoundTimer(round, key.get().orElseThrow(), hour.getValue());
    }

    private void write() {
        Optional<Path> folder = dialogs.chooseFolder(Words.text("timer.folder"));
        if (folder.isEmpty()) {
            return;
        }
        try {
            timer().write(folder.get());
            note.setText(Words.text("timer.written"));
            show("systemctl --user enable --now " + timer().unitName() + ".timer");
        } catch (FileAlreadyExistsException e) {
            note.setText(Words.text("timer.there"));
        } catch (IOException e) {
            note.setText(Words.text("timer.failed"));
        }
    }

    private void showCron() {
        note.setText(Words.text("timer.cron.line"));
        show(timer().cron());
    }

    private void show(String text) {
        line.setText(text);
        line.setVisible(true);
    }
}
