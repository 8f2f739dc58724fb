package app.lacuna.desktop.parts.inside;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.inside.InsideTable.StateNote;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import java.util.Optional;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;

/** The name of a line, as far in as it is deep, with the arrow that opens a folder. */
final class NameCell extends LineCell {
    private static final double INDENT = 18;

    private final InsideModel model;
    private final Function<PlannedEntry, Optional<StateNote>> state;
    private final Region indent = new Region();
    private final Region arrow = new Region();
    private final StackPane opener = new StackPane(arrow);
    private final Label name = new Label();
    private final Label note = new Label();
    private final HBox line = new HBox(indent, opener, name, note);

    NameCell(InsideModel model, Function<PlannedEntry, Optional<StateNote>> state) {
        this.model = model;
        this.state = state;
        arrow.getStyleClass().add("tree-arrow");
        opener.getStyleClass().add("tree-opener");
        opener.setOnMousePressed(
                event -> {
                    if (node() != null && node().isFolder()) {
                        model.setOpen(node(), !model.isOpen(node()));
                        event.consume();
                    }
                });
        name.setMinWidth(0);
        note.setMinWidth(0);
        note.getStyleClass().add(Styles.CAPTION);
        line.setAlignment(Pos.CENTER_LEFT);
        line.setSpacing(2);
        HBox.setMargin(note, new javafx.geometry.Insets(0, 0, 0, 6));
        setGraphic(line);
    }

    @Override
    void show() {
        Node<PlannedEntry> node = node();
        line.setVisible(node != null);
        if (node == null) {
            name.setText(""); // a line that is used no more says nothing of what it said
            note.setText("");
            note.setTooltip(null);
            setAccessibleText("");
            return;
        }
        boolean finding = model.isFinding();
        int depth = finding ? 0 : (int) node.path().chars().filter(c -> c == '/').count();
        indent.setMinWidth(depth * INDENT);
        indent.setPrefWidth(depth * INDENT);
        opener.setManaged(!finding);
        opener.setVisible(!finding);
        arrow.setVisible(node.isFolder() && !node.children().isEmpty());
        arrow.setRotate(model.isOpen(node) ? 90 : 0);
        name.setText(PathNames.printable(node.name()));
        showNote(node, finding);
        setAccessibleText(
                Words.text(
                        "inside.spoken",
                        node.name(),
                        node.isFolder() ? "folder" : "file",
                        Sizes.inWords(node.size()),
                        model.chosen().isChosen(node) ? "yes" : "no",
                        note.getText().isEmpty() ? "no" : "yes",
                        note.getText()));
    }

    private void showNote(Node<PlannedEntry> node, boolean finding) {
        Optional<StateNote> said = node.value().flatMap(state);
        note.getStyleClass().removeAll(Styles.ATTENTION, Styles.READABLE);
        said.ifPresent(now -> note.getStyleClass().add(now.style()));
        int slash = node.path().lastIndexOf('/');
        String where =
                finding && slash > 0
                        ? Words.text("open.found-in", node.path().substring(0, slash))
                        : "";
        note.setText(said.map(StateNote::words).orElse(where));
        note.setTooltip(note.getText().isEmpty() ? null : new Tooltip(note.getText()));
        name.setMinWidth(note.getText().isEmpty() ? 0 : USE_PREF_SIZE); // what is said gives way
    }
}
