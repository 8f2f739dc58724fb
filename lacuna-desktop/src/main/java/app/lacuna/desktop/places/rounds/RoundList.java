package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Focus;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.RoundState;
import app.lacuna.rounds.Round;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** All rounds, one under the other, with what is to be known of each at a glance. */
final class RoundList extends VBox {
    private static final PseudoClass CURRENT = PseudoClass.getPseudoClass("current");

    private final RoundsPageModel model;
    private final VBox lines = new VBox();

    /**
     * @param add makes a new one
     * @param more opens what can be done with the chosen one, under that button
     */
    RoundList(RoundsPageModel model, Runnable add, Consumer<Button> more) {
        this.model = model;
        getStyleClass().add(Styles.SHEET);
        setId("round-list");
        ScrollPane scroll = new ScrollPane(lines);
        scroll.setFitToWidth(true);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("columns");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        Button other = Page.link("round-rename", Words.text("backup.more"), () -> {});
        other.setOnAction(event -> more.accept(other));
        HBox foot =
                new HBox(
                        12,
                        Page.link("round-add", Words.text("backup.add"), add),
                        Page.spacer(),
                        other);
        foot.getStyleClass().add(Styles.SHEET_FOOT);
        getChildren().setAll(scroll, foot);
        model.list().lines().addListener((property, before, now) -> write());
        model.list().chosen().addListener((property, before, now) -> write());
        write();
    }

    private void write() {
        boolean focused = lines.getChildren().stream().anyMatch(Node::isFocused);
        lines.getChildren().clear();
        int number = 1;
        for (RoundLine line : model.list().lines().get()) {
            Button button = button(line, number++);
            if (lines.getChildren().isEmpty()) {
                button.getStyleClass().add("round-line-first");
            }
            lines.getChildren().add(button);
            if (focused && isChosen(line)) {
                Focus.on(button);
            }
        }
    }

    private boolean isChosen(RoundLine line) {
        return model.list().chosen().get().filter(line.round().name()::equals).isPresent();
    }

    private Button button(RoundLine line, int number) {
        Label name = new Label(line.round().name());
        name.getStyleClass().add("round-name");
        Label what = new Label(what(line));
        what.getStyleClass().add(Styles.SECONDARY);
        Label when = new Label(when(line));
        when.getStyleClass().add(line.isDue(model.now()) ? Styles.ATTENTION : Styles.SECONDARY);
        VBox words = new VBox(3, name, what, when);
        words.setMinWidth(0);
        Button button = new Button();
        button.setId("round-line-" + number);
        button.setGraphic(words);
        button.setMaxWidth(Double.MAX_VALUE);
        button.getStyleClass().setAll("round-line");
        button.pseudoClassStateChanged(CURRENT, isChosen(line));
        button.setAccessibleText(name.getText() + ". " + what.getText() + ". " + when.getText());
        button.setOnAction(event -> model.list().chosen().set(Optional.of(line.round().name())));
        return button;
    }

    private static String what(RoundLine line) {
        Round round = line.round();
        String place = PathNames.last(round.folder());
        if (!line.isBackup()) {
            return Words.text("backup.line.job", roots(round), place);
        }
        if (line.state().isEmpty()) {
            return Words.text("backup.line.looking", place);
        }
        if (line.state().get().isAway()) {
            return Words.text("backup.line.away", place);
        }
        RoundState state = line.state().get();
        return state.generations().isEmpty()
                ? Words.text("backup.line.new", place)
                : Words.text(
                        "backup.line.there",
                        place,
                        state.generations().size(),
                        Sizes.inWords(state.bytes()));
    }

    /** The first of them, and how many more. */
    static String roots(Round round) {
        Path first = round.roots().isEmpty() ? Path.of("") : round.roots().get(0);
        return Words.text("backup.roots", PathNames.last(first), round.roots().size() - 1);
    }

    private String when(RoundLine line) {
        Instant now = model.now();
        if (!line.isBackup()) {
            return Words.text("backup.line.asked");
        }
        if (line.state().filter(RoundState::isAway).isPresent()) {
            return Words.text("backup.line.plug");
        }
        if (line.state().isEmpty()) {
            return "";
        }
        Optional<Instant> last = line.state().flatMap(RoundState::lastRun);
        Optional<Instant> due = line.state().flatMap(RoundState::dueAt);
        if (due.isPresent() && last.isPresent()) {
            return due.get().isAfter(now)
                    ? Words.text("backup.line.next", Dates.near(due.get(), now))
                    : Words.text("backup.line.due", Dates.span(Duration.between(due.get(), now)));
        }
        return last.map(time -> Words.text("backup.line.last", Dates.near(time, now)))
                .orElse(Words.text("backup.line.never"));
    }
}
