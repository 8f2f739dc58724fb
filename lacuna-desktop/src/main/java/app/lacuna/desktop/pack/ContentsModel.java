package app.lacuna.desktop.pack;

import app.lacuna.base.Outcome;
import app.lacuna.desktop.work.Threads;
import app.lacuna.desktop.work.UserAction;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.PathTree;
import app.lacuna.selection.SelectionScanner;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** What is to be packed: chosen files and folders, looked through in the background. */
public final class ContentsModel {
    private final UserAction scanning;
    private final List<Path> roots = new ArrayList<>();
    private final Set<Path> removed = new HashSet<>();
    private final ReadOnlyObjectWrapper<FileSelection> selection =
            new ReadOnlyObjectWrapper<>(FileSelection.EMPTY);
    private FileSelection scanned = FileSelection.EMPTY;
    private boolean scanAgain;

    ContentsModel(Threads threads) {
        this.scanning = new UserAction(threads);
    }

    /** What was removed before and is added again comes back. */
    public void add(List<Path> paths) {
        for (Path path : paths) {
            Path root = path.toAbsolutePath().normalize();
            removed.removeIf(gone -> gone.startsWith(root) || root.startsWith(gone));
            if (!roots.contains(root)) {
                roots.add(root);
            }
        }
        scan();
    }

    public void remove(PathTree.Node<FileItem> node) {
        node.value()
                .ifPresent(
                        item -> {
                            if (roots.remove(item.source())) {
                                scan();
                            } else {
                                removed.add(item.source());
                                selection.set(scanned.without(removed));
                            }
                        });
    }

    public void clear() {
        roots.clear();
        removed.clear();
        scan();
    }

    private void scan() {
        if (scanning.running().get()) {
            scanAgain = true;
            scanning.cancel();
            return;
        }
        scanAgain = false;
        List<Path> now = List.copyOf(roots);
        scanning.start(
                (listener, cancel) -> new SelectionScanner(cancel).scan(now), this::scanEnded);
    }

    private void scanEnded(Outcome<FileSelection> outcome) {
        if (scanAgain) {
            scan();
        } else if (outcome instanceof Outcome.Done<FileSelection> done) {
            scanned = done.value();
            selection.set(scanned.without(removed));
        }
    }

    /** The chosen files and folders themselves. */
    public List<Path> roots() {
        return List.copyOf(roots);
    }

    public ReadOnlyObjectProperty<FileSelection> selection() {
        return selection.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty scanning() {
        return scanning.running();
    }

    /** The contents as a tree. */
    public PathTree.Node<FileItem> tree() {
        return PathTree.of(selection.get().items(), FileItem::path, FileItem::kind, FileItem::size);
    }
}
