package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.selection.PathTree.Node;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.collections.FXCollections;
import javafx.collections.ObservableSet;

/** The ticked boxes: ticking a folder ticks everything in it. */
public final class ChosenEntries {
    private final ObservableSet<String> paths = FXCollections.observableSet();
    private final ReadOnlyIntegerWrapper changes = new ReadOnlyIntegerWrapper();

    public boolean isChosen(Node<ArchiveEntry> node) {
        return paths.contains(node.path());
    }

    public void choose(Node<ArchiveEntry> node, boolean chosen) {
        everythingIn(
                node,
                each -> {
                    if (chosen) {
                        paths.add(each.path());
                    } else {
                        paths.remove(each.path());
                    }
                });
        if (!chosen) {
            unchooseAbove(node.path());
        }
        changes.set(changes.get() + 1);
    }

    /** A folder of which something was left is no longer chosen as a whole. */
    private void unchooseAbove(String path) {
        for (int end = path.lastIndexOf('/'); end > 0; end = path.lastIndexOf('/', end - 1)) {
            paths.remove(path.substring(0, end));
        }
    }

    private static void everythingIn(Node<ArchiveEntry> top, Consumer<Node<ArchiveEntry>> action) {
        Deque<Node<ArchiveEntry>> waiting = new ArrayDeque<>(List.of(top));
        while (!waiting.isEmpty()) {
            Node<ArchiveEntry> node = waiting.pop();
            action.accept(node);
            waiting.addAll(node.children());
        }
    }

    void clear() {
        paths.clear();
        changes.set(changes.get() + 1);
    }

    /** The chosen entries in the order of the archive. */
    public List<ArchiveEntry> of(List<ArchiveEntry> entries) {
        List<ArchiveEntry> chosen = new ArrayList<>(entries);
        chosen.removeIf(entry -> !paths.contains(entry.path()));
        return chosen;
    }

    /** Goes up by one with every change. */
    public ReadOnlyIntegerProperty changes() {
        return changes.getReadOnlyProperty();
    }
}
