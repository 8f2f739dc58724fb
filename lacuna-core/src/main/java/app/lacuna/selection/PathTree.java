package app.lacuna.selection;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToLongFunction;

/**
 * A flat list of things with paths as a tree. Folders that no thing stands for, only paths lead
 * through them, are made up. Sizes are those of everything below.
 *
 * @param <T> what has a path: chosen items, entries of an archive
 */
public final class PathTree<T> {
    /** What is deeper stands in the last folder by the rest of its path. */
    private static final int MAX_DEPTH = 1_000;

    private final Node<T> root = new Node<>("", "", true);

    /** One place in the tree. Its children are sorted: folders first, then by name. */
    public static final class Node<T> {
        private final String name;
        private final String path;
        private boolean folder;
        private Optional<T> value = Optional.empty();
        private Map<String, Node<T>> byName = new LinkedHashMap<>();
        private List<Node<T>> children = List.of();
        private long size;
        private int files;

        private Node(String name, String path, boolean folder) {
            this.name = name;
            this.path = path;
            this.folder = folder;
        }

        public String name() {
            return name;
        }

        public String path() {
            return path;
        }

        public boolean isFolder() {
            return folder;
        }

        /** What stands here, if anything does. */
        public Optional<T> value() {
            return value;
        }

        public List<Node<T>> children() {
            return children;
        }

        /** Bytes, with everything below. */
        public long size() {
            return size;
        }

        /** The number of things that are no folders, with everything below. */
        public int files() {
            return files;
        }
    }

    private PathTree() {}

    /** The made-up root above everything. */
    public static <T> Node<T> of(
            List<T> things,
            Function<T, String> path,
            Function<T, ItemKind> kind,
            ToLongFunction<T> size) {
        return of(things, path, kind, size, String.CASE_INSENSITIVE_ORDER);
    }

    /**
     * @param order of names in a folder; those that it does not tell apart are in that of Unicode
     */
    public static <T> Node<T> of(
            List<T> things,
            Function<T, String> path,
            Function<T, ItemKind> kind,
            ToLongFunction<T> size,
            Comparator<String> order) {
        PathTree<T> tree = new PathTree<>();
        for (T thing : things) {
            tree.add(thing, path.apply(thing), kind.apply(thing), size.applyAsLong(thing));
        }
        tree.finish(order);
        return tree.root;
    }

    private void add(T thing, String path, ItemKind kind, long size) {
        Node<T> node = root;
        int start = 0;
        int depth = 0;
        while (start <= path.length()) {
            int slash = depth++ < MAX_DEPTH ? path.indexOf('/', start) : -1;
            int end = slash < 0 ? path.length() : slash;
            node = child(node, path.substring(start, end), path.substring(0, end));
            start = end + 1;
        }
        node.value = Optional.of(thing);
        if (kind == ItemKind.FOLDER) {
            node.folder = true;
        } else {
            node.size = size;
            node.files = 1;
        }
    }

    private static <T> Node<T> child(Node<T> parent, String name, String path) {
        parent.folder = true;
        return parent.byName.computeIfAbsent(name, key -> new Node<>(key, path, false));
    }

    /** Adds up and sorts, deepest first, without recursion. */
    private void finish(Comparator<String> names) {
        List<Node<T>> order = new ArrayList<>(List.of(root));
        for (int i = 0; i < order.size(); i++) {
            order.addAll(order.get(i).byName.values());
        }
        Collections.reverse(order);
        for (Node<T> node : order) {
            List<Node<T>> sorted = new ArrayList<>(node.byName.values());
            sorted.sort(
                    Comparator.comparing((Node<T> child) -> !child.folder)
                            .thenComparing(child -> child.name, names)
                            .thenComparing(child -> child.name));
            node.children = List.copyOf(sorted);
            node.byName = Map.of();
            for (Node<T> child : sorted) {
                node.size += child.size;
                node.files += child.files;
            }
        }
    }
}
