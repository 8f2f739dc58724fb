package app.lacuna.desktop.parts.inside;

import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;

/** The ticked boxes: ticking a folder ticks everything in it. */
public final class ChosenEntries {
    private final Set<String> paths = new HashSet<>();
    private final ReadOnlyIntegerWrapper changes = new ReadOnlyIntegerWrapper();
    private int count;
    private long bytes;

    public boolean isChosen(Node<PlannedEntry> node) {
        return paths.contains(node.path());
    }

    public boolean isChosen(PlannedEntry entry) {
        return paths.contains(entry.path());
    }

    public void choose(Node<PlannedEntry> node, boolean chosen) {
        choose(List.of(node), chosen);
    }

    public void choose(List<Node<PlannedEntry>> nodes, boolean chosen) {
        for (Node<PlannedEntry> top : nodes) {
            everythingIn(top, node -> set(node, chosen));
            if (!chosen) {
                unchooseAbove(top.path());
            }
        }
        changes.set(changes.get() + 1);
    }

    private void set(Node<PlannedEntry> node, boolean chosen) {
        boolean changed = chosen ? paths.add(node.path()) : paths.remove(node.path());
        if (changed && node.value().isPresent()) {
            count += chosen ? 1 : -1;
            bytes += chosen ? node.value().get().size() : -node.value().get().size();
        }
    }

    /** A folder of which something was left is no longer chosen as a whole. */
    private void unchooseAbove(String path) {
        for (int end = path.lastIndexOf('/'); end > 0; end = path.lastIndexOf('/', end - 1)) {
            if (paths.remove(path.substring(0, end))) {
                count--;
            }
        }
    }

    private static void everythingIn(Node<PlannedEntry> top, Consumer<Node<PlannedEntry>> action) {
        Deque<Node<PlannedEntry>> waiting = new ArrayDeque<>(List.of(top));
        while (!waiting.isEmpty()) {
            Node<PlannedEntry> node = waiting.pop();
            action.accept(node);
            waiting.addAll(node.children());
        }
    }

    void clear() {
        paths.clear();
        count = 0;
        bytes = 0;
        changes.set(changes.get() + 1);
    }

    /** How many entries are chosen, folders among them. */
    public int count() {
        return Math.max(0, count);
    }

    public long bytes() {
        return bytes;
    }

    /** Goes up by one with every change. */
    public ReadOnlyIntegerProperty changes() {
        return changes.getReadOnlyProperty();
    }
}
