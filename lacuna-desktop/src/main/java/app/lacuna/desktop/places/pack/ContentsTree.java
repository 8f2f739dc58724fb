package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.parts.forecast.ForecastModel;
import app.lacuna.desktop.ui.TreeColumns;
import app.lacuna.desktop.words.NameOrder;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.forecast.SizeRange;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.PathTree;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.control.Label;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeTableCell;
import javafx.scene.control.TreeTableColumn;
import javafx.scene.control.TreeTableView;
import javafx.scene.input.KeyCode;

/** The tree of what goes in, with sizes; Delete takes the chosen items out. */
final class ContentsTree extends TreeTableView<PathTree.Node<FileItem>> {
    /** What was looked for is shown, however deep it lies. */
    /** From here on making the items takes longer than a frame. */
    private static final int LARGE = 2_000;

    private static final int FOUND_LEVELS = 12;

    private final ContentsModel model;
    private final ForecastModel forecast;
    private Optional<Comparator<PathTree.Node<FileItem>>> order = Optional.empty();

    ContentsTree(ContentsModel model, ForecastModel forecast) {
        this.model = model;
        this.forecast = forecast;
        setId("contents");
        setAccessibleText(Words.text("pack.contents"));
        setShowRoot(false);
        setPlaceholder(new Label("")); // the toolkit would write something of its own
        getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        setColumnResizePolicy(CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
        getColumns()
                .setAll(
                        List.of(
                                TreeColumns.name(Words.text("column.name"), 300),
                                TreeColumns.mono(
                                        Words.text("column.size"),
                                        96,
                                        node -> Sizes.inWords(node.size())),
                                expected(),
                                TreeColumns.note(this::note)));
        getColumns().get(0).setSortable(true);
        getColumns().get(1).setSortable(true);
        setSortPolicy(table -> sortAsChosen());
        setOnKeyPressed(
                event -> {
                    if (event.getCode() == KeyCode.DELETE) {
                        removeChosen();
                    }
                });
        model.tree().addListener((property, before, now) -> refill());
        forecast.seen().addListener((property, before, now) -> refresh());
        refill();
    }

    /** The bar of each row, as long as the row's size and as full as the forecast. */
    private TreeTableColumn<PathTree.Node<FileItem>, PathTree.Node<FileItem>> expected() {
        TreeTableColumn<PathTree.Node<FileItem>, PathTree.Node<FileItem>> column =
                new TreeTableColumn<>(Words.text("column.expected"));
        column.setMinWidth(ForecastBar.LONGEST + 16);
        column.setMaxWidth(ForecastBar.LONGEST + 16);
        column.setSortable(false);
        column.setReorderable(false);
        column.setCellValueFactory(row -> new ReadOnlyObjectWrapper<>(row.getValue().getValue()));
        column.setCellFactory(
                any ->
                        new TreeTableCell<>() {
                            private final ForecastBar bar = new ForecastBar();

                            @Override
                            protected void updateItem(PathTree.Node<FileItem> node, boolean empty) {
                                super.updateItem(node, empty);
                                setGraphic(empty || node == null ? null : bar);
                                if (!empty && node != null) {
                                    bar.show(node.size(), getRoot().getValue().size(), seen(node));
                                }
                            }
                        });
        return column;
    }

    private Optional<SizeRange> seen(PathTree.Node<FileItem> node) {
        return forecast.seen().get().flatMap(seen -> seen.of(node));
    }

    /** By the header that was clicked; folders keep their place before files for names only. */
    private boolean sortAsChosen() {
        Optional<Comparator<PathTree.Node<FileItem>>> chosen = Optional.empty();
        if (!getSortOrder().isEmpty()) {
            TreeTableColumn<?, ?> column = getSortOrder().get(0);
            Comparator<PathTree.Node<FileItem>> by =
                    column == getColumns().get(1)
                            ? Comparator.comparingLong(PathTree.Node::size)
                            : Comparator.comparing(PathTree.Node::name, NameOrder.byName());
            boolean up = column.getSortType() == TreeTableColumn.SortType.ASCENDING;
            chosen = Optional.of(up ? by : by.reversed());
        }
        order = chosen;
        refill();
        return true;
    }

    /** Items of many files are made in the background; the tree shows what it has until then. */
    private void refill() {
        int levels = model.find().get().isBlank() ? 1 : FOUND_LEVELS;
        PathTree.Node<FileItem> tree = model.tree().get();
        Optional<Comparator<PathTree.Node<FileItem>>> by = order;
        if (isLarge(tree)) {
            model.inBackground(() -> TreeColumns.items(tree, levels, by), this::show);
        } else {
            show(TreeColumns.items(tree, levels, by));
        }
    }

    /** What was chosen meanwhile wins. */
    private void show(TreeItem<PathTree.Node<FileItem>> items) {
        if (items.getValue() == model.tree().get()) {
            setRoot(items);
        }
    }

    private static boolean isLarge(PathTree.Node<FileItem> tree) {
        long shown = tree.children().size();
        for (PathTree.Node<FileItem> child : tree.children()) {
            shown += child.children().size();
            if (shown > LARGE) {
                return true;
            }
        }
        return false;
    }

    /** Names and sizes only, where there is little room. */
    void setBrief(boolean brief) {
        getColumns().get(2).setVisible(!brief);
        getColumns().get(3).setVisible(!brief);
    }

    /** Opens the folders above it and marks it. */
    void choose(PathTree.Node<FileItem> wanted) {
        TreeItem<PathTree.Node<FileItem>> item = getRoot();
        while (item != null && item.getValue() != wanted) {
            item.setExpanded(true);
            item =
                    item.getChildren().stream()
                            .filter(child -> leadsTo(child.getValue(), wanted))
                            .findFirst()
                            .orElse(null);
        }
        if (item != null) {
            getSelectionModel().clearSelection();
            getSelectionModel().select(item);
            scrollTo(Math.max(0, getRow(item) - 3));
            requestFocus();
        }
    }

    private static boolean leadsTo(PathTree.Node<FileItem> node, PathTree.Node<FileItem> wanted) {
        return node == wanted || wanted.path().startsWith(node.path() + "/");
    }

    void removeChosen() {
        model.remove(
                getSelectionModel().getSelectedItems().stream()
                        .filter(Objects::nonNull)
                        .map(TreeItem::getValue)
                        .toList());
    }

    private String note(PathTree.Node<FileItem> node) {
        if (node.isFolder()) {
            return node.files() == 0
                    ? Words.text("contents.empty-folder")
                    : Words.text("contents.files", node.files());
        }
        if (node.value().map(FileItem::kind).orElse(ItemKind.FILE) == ItemKind.LINK) {
            return Words.text("contents.link");
        }
        if (node.name().startsWith(".")) {
            return Words.text("contents.hidden");
        }
        boolean compact =
                node.size() > 0 && seen(node).filter(r -> r.low() > node.size() * 0.95).isPresent();
        return compact ? Words.text("contents.compact") : "";
    }
}
