package app.lacuna.desktop.places.ends;

import app.lacuna.clearing.LooseEnd.Kind;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.parts.clearing.How;
import app.lacuna.desktop.shell.Navigator;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.looseends.Seen.State;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** Makes a line of the page: what it is, how much, since when, and what fits to be done. */
final class EndLines {
    /** From this size on texts need the whole width. */
    private static final double LARGE = 1.5;

    private final EndsPageModel model;
    private final Navigator navigator;

    EndLines(EndsPageModel model, Navigator navigator) {
        this.model = model;
        this.navigator = navigator;
    }

    Node node(EndLine line) {
        Label what = Page.label(what(line));
        what.setTooltip(new Tooltip(PathNames.known(line.folder())));
        VBox words = new VBox(1, what);
        note(line, words);
        return row(
                words,
                Sizes.inWords(line.bytes()),
                Words.text("ends.age", Dates.span(model.since(line.end()))),
                actions(line));
    }

    /** One that is no file. */
    Node plain(String words, List<Node> actions) {
        return row(new VBox(Page.label(words)), "", "", actions);
    }

    private static Node row(VBox words, String size, String since, List<Node> actions) {
        words.setMinWidth(0);
        HBox.setHgrow(words, Priority.ALWAYS);
        words.setMaxWidth(Double.MAX_VALUE);
        Label much = Page.label(size, Styles.MONO, Styles.SECONDARY, "ends-size");
        Label span = Page.label(since, Styles.SECONDARY, "ends-since");
        WrappingRow doing = new WrappingRow(14, actions.toArray(new Node[0]));
        doing.getStyleClass().add("ends-actions");
        much.setWrapText(false);
        span.setWrapText(false);
        Mark mark = new Mark(Mark.Meaning.STILL_READABLE, 6);
        Region row =
                TextSize.of(1).get() < LARGE
                        ? line(mark, words, much, span, doing)
                        : new VBox(4, line(mark, words), line(much, span), doing);
        row.getStyleClass().add("ends-line");
        return row;
    }

    private static HBox line(Node... parts) {
        HBox line = new HBox(12, parts);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }

    private static String what(EndLine line) {
        boolean one = line.files().size() == 1;
        return Words.text(
                "ends." + line.end().kind(),
                line.files().size(),
                one ? PathNames.last(line.files().get(0).path()) : PathNames.last(line.folder()));
    }

    private static void note(EndLine line, VBox words) {
        if (line.state() != State.THERE) {
            words.getChildren()
                    .add(
                            Page.label(
                                    Words.text("ends.state." + line.state(), line.files().size()),
                                    Styles.ATTENTION));
        }
        if (line.end().kind() == Kind.OPEN_OUTSIDE || line.end().kind() == Kind.DRAGGED_OUT) {
            words.getChildren().add(Page.label(Words.text("ends.with-lock"), Styles.SECONDARY));
        }
    }

    private List<Node> actions(EndLine line) {
        if (line.end().wanted()) {
            return List.of(link("again", "ends.not-wanted", () -> model.keep(line, false)));
        }
        List<Node> actions = new ArrayList<>();
        switch (line.end().kind()) {
            case OPEN_OUTSIDE, DRAGGED_OUT -> {
                return actions; // they go with the lock
            }
            case KEY_SLIP, EXPORT ->
                    actions.add(link("delete", "ends.delete", () -> model.plan(line, How.DELETE)));
            default -> locked(line, actions);
        }
        if (line.state() != State.IN_TRASH) {
            actions.add(link("keep", "ends.keep", () -> model.keep(line, true)));
        }
        return actions;
    }

    private void locked(EndLine line, List<Node> actions) {
        switch (line.state()) {
            case THERE -> {
                if (line.end().archive().isEmpty()) {
                    return; // nothing could show that it is anywhere else
                }
                if (model.clearing().hasTrash()) {
                    actions.add(link("trash", "ends.trash", () -> model.plan(line, How.TRASH)));
                }
                actions.add(link("delete", "ends.delete", () -> model.plan(line, How.DELETE)));
            }
            case IN_TRASH -> {
                actions.add(link("back", "clear.undo", () -> model.takeBack(line)));
                actions.add(
                        Page.link(
                                "end-purge",
                                Words.text("ends.purge", line.files().size()),
                                () -> model.plan(line, How.PURGE)));
            }
            case CHANGED -> {
                Map<String, Path> newer = EndsPageModel.newer(line);
                if (line.end().archive().isPresent() && !newer.isEmpty()) {
                    actions.add(
                            link(
                                    "pack",
                                    "ends.pack",
                                    () -> navigator.change(line.end().archive().get(), newer)));
                }
            }
            case AWAY -> actions.add(link("forget", "ends.forget", () -> model.forget(line)));
        }
    }

    private static Node link(String id, String key, Runnable action) {
        return Page.link("end-" + id, Words.text(key), action);
    }
}
