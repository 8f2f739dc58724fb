package app.lacuna.desktop.pack;

import app.lacuna.base.ByteCount;
import app.lacuna.desktop.control.TreeColumns;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.PathTree;
import java.util.List;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeTableView;
import javafx.scene.input.KeyCode;

/** The tree of what goes in, with sizes; Delete takes the chosen items out. */
final class ContentsTree extends TreeTableView<PathTree.Node<FileItem>> {
    private final ContentsModel model;

    ContentsTree(ContentsModel model) {
        this.model = model;
        setId("contents");
        setAccessibleText(Words.text("pack.contents"));
        setShowRoot(false);
        getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        setColumnResizePolicy(CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        getColumns()
                .setAll(
                        List.of(
                                TreeColumns.name(Words.text("column.name"), 300),
                                TreeColumns.mono(
                                        Words.text("column.size"),
                                        96,
                                        node -> ByteCount.inWords(node.size())),
                                TreeColumns.note(ContentsTree::note)));
        setOnKeyPressed(
                event -> {
                    if (event.getCode() == KeyCode.DELETE) {
                        removeChosen();
                    }
                });
        model.selection().addListener((property, before, now) -> refill());
        refill();
    }

    private void refill() {
        setRoot(TreeColumns.items(model.tree(), 1));
    }

    void removeChosen() {
        List<TreeItem<PathTree.Node<FileItem>>> chosen =
                List.copyOf(getSelectionModel().getSelectedItems());
        chosen.forEach(item -> model.remove(item.getValue()));
    }

    private static String note(PathTree.Node<FileItem> node) {
        if (node.isFolder()) {
            return node.files() == 0
                    ? Words.text("contents.empty-folder")
                    : Words.text("contents.files", node.files());
        }
        if (node.value().map(FileItem::kind).orElse(ItemKind.FILE) == ItemKind.LINK) {
            return Words.text("contents.link");
        }
        return node.name().startsWith(".") ? Words.text("contents.hidden") : "";
    }
}
