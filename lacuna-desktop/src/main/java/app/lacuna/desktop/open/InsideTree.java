package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.base.ByteCount;
import app.lacuna.desktop.control.TreeColumns;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.PathTree.Node;
import java.util.List;
import javafx.scene.control.CheckBox;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeTableCell;
import javafx.scene.control.TreeTableColumn;
import javafx.scene.control.TreeTableView;
import javafx.scene.input.KeyCode;

/** What is in the archive: a tick for taking out, a click for looking at. */
final class InsideTree extends TreeTableView<Node<ArchiveEntry>> {
    private final OpenViewModel model;

    InsideTree(OpenViewModel model) {
        this.model = model;
        setId("inside");
        setAccessibleText(Words.text("open.inside"));
        setShowRoot(false);
        setColumnResizePolicy(CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        TreeTableColumn<Node<ArchiveEntry>, String> name =
                TreeColumns.name(Words.text("column.name"), 290);
        getColumns()
                .setAll(
                        List.of(
                                ticks(),
                                name,
                                TreeColumns.mono(
                                        Words.text("column.size"),
                                        92,
                                        node -> ByteCount.inWords(node.size())),
                                TreeColumns.mono(
                                        Words.text("column.changed"),
                                        116,
                                        node ->
                                                node.value()
                                                        .map(entry -> Dates.day(entry.modified()))
                                                        .orElse(""))));
        setTreeColumn(name);
        setRoot(TreeColumns.items(model.tree(), 1));
        getSelectionModel()
                .selectedItemProperty()
                .addListener((property, before, now) -> show(now));
        setOnKeyPressed(
                event -> {
                    if (event.getCode() == KeyCode.ENTER) {
                        tickChosenRow();
                    } else if (event.getCode() == KeyCode.SPACE) {
                        show(getSelectionModel().getSelectedItem());
                        event.consume();
                    }
                });
    }

    private void show(TreeItem<Node<ArchiveEntry>> item) {
        if (item != null) {
            item.getValue().value().ifPresent(model::view);
        }
    }

    private void tickChosenRow() {
        TreeItem<Node<ArchiveEntry>> item = getSelectionModel().getSelectedItem();
        if (item != null) {
            boolean now = model.chosen().isChosen(item.getValue());
            model.chosen().choose(item.getValue(), !now);
        }
    }

    private TreeTableColumn<Node<ArchiveEntry>, Node<ArchiveEntry>> ticks() {
        TreeTableColumn<Node<ArchiveEntry>, Node<ArchiveEntry>> column = new TreeTableColumn<>();
        column.setMinWidth(38);
        column.setMaxWidth(38);
        column.setSortable(false);
        column.setReorderable(false);
        column.setCellFactory(view -> new TickCell());
        return column;
    }

    private final class TickCell extends TreeTableCell<Node<ArchiveEntry>, Node<ArchiveEntry>> {
        private final CheckBox box = new CheckBox();

        TickCell() {
            box.setFocusTraversable(false);
            box.setOnAction(event -> tick());
            model.chosen().changes().addListener((property, before, now) -> show());
        }

        private void tick() {
            Node<ArchiveEntry> node = node();
            if (node != null) {
                model.chosen().choose(node, box.isSelected());
            }
        }

        private Node<ArchiveEntry> node() {
            TreeItem<Node<ArchiveEntry>> item =
                    getTableRow() == null ? null : getTableRow().getTreeItem();
            return item == null ? null : item.getValue();
        }

        private void show() {
            Node<ArchiveEntry> node = node();
            if (node != null) {
                box.setSelected(model.chosen().isChosen(node));
                box.setAccessibleText(Words.text("open.tick", node.name()));
            }
        }

        @Override
        protected void updateItem(Node<ArchiveEntry> item, boolean empty) {
            super.updateItem(item, empty);
            setGraphic(node() == null ? null : box);
            show();
        }

        @Override
        public void updateIndex(int index) {
            super.updateIndex(index);
            setGraphic(node() == null ? null : box);
            show();
        }
    }
}
