package app.lacuna.desktop.inside;

import app.lacuna.change.PlannedEntry;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.PathTree.Node;
import javafx.beans.InvalidationListener;
import javafx.beans.WeakInvalidationListener;
import javafx.scene.control.CheckBox;
import javafx.scene.control.TableCell;

/** The box of a line. */
final class TickCell extends TableCell<Node<PlannedEntry>, Node<PlannedEntry>> {
    private final CheckBox box = new CheckBox();
    private final InsideModel model;

    /** Held here alone, so that cells which are used no more are not kept by the model. */
    private final InvalidationListener changed = property -> show();

    TickCell(InsideModel model) {
        this.model = model;
        box.setFocusTraversable(false);
        box.setOnAction(
                event -> {
                    if (node() != null) {
                        model.chosen().choose(node(), box.isSelected());
                    }
                });
        model.chosen().changes().addListener(new WeakInvalidationListener(changed));
    }

    private Node<PlannedEntry> node() {
        return getTableRow() == null ? null : getTableRow().getItem();
    }

    private void show() {
        Node<PlannedEntry> node = node();
        setGraphic(node == null ? null : box);
        if (node != null) {
            box.setSelected(model.chosen().isChosen(node));
            box.setAccessibleText(Words.text("open.tick", node.name()));
        }
    }

    @Override
    protected void updateItem(Node<PlannedEntry> item, boolean empty) {
        super.updateItem(item, empty);
        show();
    }

    @Override
    public void updateIndex(int index) {
        super.updateIndex(index);
        show();
    }
}
