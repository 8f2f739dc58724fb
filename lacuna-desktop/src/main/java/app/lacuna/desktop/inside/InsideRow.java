package app.lacuna.desktop.inside;

import app.lacuna.change.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import javafx.css.PseudoClass;
import javafx.scene.control.TableRow;
import javafx.scene.input.MouseButton;

/** A line; a double click opens or closes a folder. */
final class InsideRow extends TableRow<Node<PlannedEntry>> {
    private static final PseudoClass GONE = PseudoClass.getPseudoClass("gone");

    InsideRow(InsideModel model) {
        setOnMouseClicked(
                event -> {
                    boolean twice =
                            event.getButton() == MouseButton.PRIMARY && event.getClickCount() == 2;
                    if (twice && getItem() != null && getItem().isFolder()) {
                        model.setOpen(getItem(), !model.isOpen(getItem()));
                    }
                });
    }

    @Override
    protected void updateItem(Node<PlannedEntry> node, boolean empty) {
        super.updateItem(node, empty);
        boolean gone = node != null && node.value().filter(entry -> !entry.isThere()).isPresent();
        pseudoClassStateChanged(GONE, gone);
    }
}
