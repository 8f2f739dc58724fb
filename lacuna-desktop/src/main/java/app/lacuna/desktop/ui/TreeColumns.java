package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.TextSize;
import app.lacuna.selection.PathTree.Node;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.collections.ObservableList;
import javafx.scene.control.TreeItem;
import javafx.scene.control.TreeTableColumn;

/** Columns and items for trees of paths. */
public final class TreeColumns {
    private static final double NOTE = 132;

    private TreeColumns() {}

    public static <T> TreeTableColumn<Node<T>, String> name(String title, double width) {
        return column(title, width, Node::name, "column-name");
    }

    public static <T> TreeTableColumn<Node<T>, String> mono(
            String title, double width, Function<Node<T>, String> text) {
        TreeTableColumn<Node<T>, String> column = column(title, width, text, "column-mono");
        column.minWidthProperty().bind(TextSize.of(width));
        column.maxWidthProperty().bind(TextSize.of(width));
        return column;
    }

    public static <T> TreeTableColumn<Node<T>, String> note(Function<Node<T>, String> text) {
        TreeTableColumn<Node<T>, String> column = column("", NOTE, text, "column-note");
        column.minWidthProperty().bind(TextSize.of(NOTE)); // or its longest words are cut
        return column;
    }

    private static <T> TreeTableColumn<Node<T>, String> column(
            String title, double width, Function<Node<T>, String> text, String style) {
        TreeTableColumn<Node<T>, String> column = new TreeTableColumn<>(title);
        column.setPrefWidth(width);
        column.setSortable(false);
        column.setReorderable(false);
        column.getStyleClass().add(style);
        column.setCellValueFactory(
                row -> new ReadOnlyStringWrapper(text.apply(row.getValue().getValue())));
        return column;
    }

    /** Items that make their children when they are opened; the first levels are open. */
    public static <T> TreeItem<Node<T>> items(Node<T> root, int openLevels) {
        return items(root, openLevels, Optional.empty());
    }

    /** The same with the children in another order than their own. */
    public static <T> TreeItem<Node<T>> items(
            Node<T> root, int openLevels, Optional<Comparator<Node<T>>> order) {
        LazyItem<T> item = new LazyItem<>(root, order);
        open(item, openLevels);
        return item;
    }

    private static <T> void open(TreeItem<Node<T>> item, int levels) {
        item.setExpanded(true);
        List<TreeItem<Node<T>>> children = item.getChildren();
        if (levels > 0) {
            children.stream()
                    .filter(child -> child.getValue().isFolder())
                    .forEach(child -> open(child, levels - 1));
        }
    }

    private static final class LazyItem<T> extends TreeItem<Node<T>> {
        private final Optional<Comparator<Node<T>>> order;
        private boolean filled;

        LazyItem(Node<T> node, Optional<Comparator<Node<T>>> order) {
            super(node);
            this.order = order;
        }

        @Override
        public boolean isLeaf() {
            return getValue().children().isEmpty();
        }

        @Override
        public ObservableList<TreeItem<Node<T>>> getChildren() {
            if (!filled) {
                filled = true;
                Stream<Node<T>> children = getValue().children().stream();
                Stream<Node<T>> ordered =
                        order.isPresent() ? children.sorted(order.get()) : children;
                super.getChildren()
                        .setAll(ordered.map(child -> new LazyItem<>(child, order)).toList());
            }
            return super.getChildren();
        }
    }
}
