package app.lacuna.desktop.parts.inside;

import app.lacuna.desktop.words.NameOrder;
import app.lacuna.edit.ChangePlan;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathGlob;
import app.lacuna.selection.PathTree;
import app.lacuna.selection.PathTree.Node;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import java.util.regex.PatternSyntaxException;

/** Makes the lines that are seen out of the tree: what is open, or what is found. */
final class Rows {
    /** So often long work looks whether it is still wanted. */
    private static final int LOOK_EVERY = 1 << 14;

    private Rows() {}

    static Node<PlannedEntry> tree(ChangePlan plan) {
        return PathTree.of(
                plan.entries(),
                PlannedEntry::path,
                PlannedEntry::kind,
                PlannedEntry::size,
                NameOrder.byName());
    }

    /** A folder stands before what is in it; closed ones show nothing of it. */
    static List<Node<PlannedEntry>> open(
            Node<PlannedEntry> root, Set<String> open, Order order, BooleanSupplier stale) {
        List<Node<PlannedEntry>> rows = new ArrayList<>();
        Deque<Node<PlannedEntry>> waiting = new ArrayDeque<>();
        push(waiting, root, order);
        while (!waiting.isEmpty() && !isStale(rows.size(), stale)) {
            Node<PlannedEntry> node = waiting.pop();
            rows.add(node);
            if (open.contains(node.path())) {
                push(waiting, node, order);
            }
        }
        return rows;
    }

    /** Everything whose name fits, wherever it is. */
    static List<Node<PlannedEntry>> found(
            Node<PlannedEntry> root, String find, BooleanSupplier stale) {
        Predicate<Node<PlannedEntry>> fits = fitting(find);
        List<Node<PlannedEntry>> rows = new ArrayList<>();
        Deque<Node<PlannedEntry>> waiting = new ArrayDeque<>();
        push(waiting, root, Order.USUAL);
        for (int seen = 0; !waiting.isEmpty() && !isStale(seen, stale); seen++) {
            Node<PlannedEntry> node = waiting.pop();
            if (fits.test(node)) {
                rows.add(node);
            }
            push(waiting, node, Order.USUAL);
        }
        return rows;
    }

    /** A pattern, if it looks like one; else any part of the name, large or small letters. */
    private static Predicate<Node<PlannedEntry>> fitting(String find) {
        if (find.indexOf('*') >= 0 || find.indexOf('?') >= 0) {
            try {
                PathGlob glob = new PathGlob(find);
                return node -> node.value().isPresent() && glob.matches(node.path());
            } catch (PatternSyntaxException e) {
                return node -> false;
            }
        }
        Predicate<String> named = NameOrder.finding(find);
        return node -> named.test(node.name());
    }

    private static void push(
            Deque<Node<PlannedEntry>> waiting, Node<PlannedEntry> folder, Order order) {
        List<Node<PlannedEntry>> children = folder.children();
        if (!order.isUsual()) {
            children = new ArrayList<>(children);
            children.sort(order.comparator());
        }
        for (int i = children.size() - 1; i >= 0; i--) {
            waiting.push(children.get(i));
        }
    }

    private static boolean isStale(int done, BooleanSupplier stale) {
        return done % LOOK_EVERY == 0 && stale.getAsBoolean();
    }
}
