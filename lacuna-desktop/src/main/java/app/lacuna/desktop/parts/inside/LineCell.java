package app.lacuna.desktop.parts.inside;

import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import javafx.scene.control.TableCell;
import org.jspecify.annotations.Nullable;

/** A cell that shows something of a whole line, and shows it anew whenever the line is another. */
abstract class LineCell extends TableCell<Node<PlannedEntry>, Node<PlannedEntry>> {
    /** The line, or null below the last one. */
    final @Nullable Node<PlannedEntry> node() {
        return getTableRow() == null ? null : getTableRow().getItem();
    }

    abstract void show();

    @Override
    protected final void updateItem(Node<PlannedEntry> item, boolean empty) {
        super.updateItem(item, empty);
        show();
    }

    @Override
    public final void updateIndex(int index) {
        super.updateIndex(index);
        show();
    }
}
