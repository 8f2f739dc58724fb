package app.lacuna.desktop.parts.inside;

import app.lacuna.desktop.ui.DropTarget;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import java.nio.file.Path;
import java.util.List;
import java.util.function.BiConsumer;
import javafx.css.PseudoClass;
import javafx.scene.control.TableRow;
import javafx.scene.input.MouseButton;

/** A line; a double click opens or closes a folder, files can be dropped on it. */
final class InsideRow extends TableRow<Node<PlannedEntry>> {
    private static final PseudoClass GONE = PseudoClass.getPseudoClass("gone");

    /**
     * @param dropped told the folder of the archive that files were dropped on, and the files
     */
    InsideRow(InsideModel model, BiConsumer<String, List<Path>> dropped) {
        DropTarget.on(this, files -> dropped.accept(folder(), files));
        setOnMouseClicked(
                event -> {
                    boolean twice =
                            event.getButton() == MouseButton.PRIMARY && event.getClickCount() == 2;
                    if (twice && getItem() != null && getItem().isFolder()) {
                        model.setOpen(getItem(), !model.isOpen(getItem()));
                    }
                });
    }

    /** The folder that it is or that it lies in; below all lines, the top. */
    private String folder() {
        return getItem() == null ? "" : folderOf(getItem());
    }

    static String folderOf(Node<PlannedEntry> node) {
        int slash = node.path().lastIndexOf('/');
        return node.isFolder() ? node.path() : node.path().substring(0, Math.max(0, slash));
    }

    @Override
    protected void updateItem(Node<PlannedEntry> node, boolean empty) {
        super.updateItem(node, empty);
        boolean gone = node != null && node.value().filter(entry -> !entry.isThere()).isPresent();
        pseudoClassStateChanged(GONE, gone);
    }
}
