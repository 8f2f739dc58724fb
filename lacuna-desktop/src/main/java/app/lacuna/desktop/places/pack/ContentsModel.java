package app.lacuna.desktop.places.pack;

import app.lacuna.base.Outcome;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Stage;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.jobs.UserAction;
import app.lacuna.extract.Outlook;
import app.lacuna.selection.ExcludeRules;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.PathTree;
import app.lacuna.selection.Root;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.PatternSyntaxException;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/**
 * What is to be packed: chosen files and folders, looked through and arranged as a tree in the
 * background. Whatever is left out is listed, and can be brought back where that makes sense.
 */
public final class ContentsModel {
    private final UserAction scanning;
    private final UserAction arranging;
    private final List<Path> roots = new ArrayList<>();
    private final Set<Path> removed = new HashSet<>();
    private final Set<Path> broughtBack = new HashSet<>();
    private final BooleanProperty withoutJunk = new SimpleBooleanProperty();
    private final StringProperty patterns = new SimpleStringProperty("");
    private final StringProperty find = new SimpleStringProperty("");
    private final ReadOnlyObjectWrapper<FileSelection> selection =
            new ReadOnlyObjectWrapper<>(FileSelection.EMPTY);
    private final ReadOnlyObjectWrapper<PathTree.Node<FileItem>> tree =
            new ReadOnlyObjectWrapper<>(treeOf(FileSelection.EMPTY, ""));
    private final ReadOnlyObjectWrapper<List<Outlook.Concern>> outlook =
            new ReadOnlyObjectWrapper<>(List.of());
    private FileSelection scanned = FileSelection.EMPTY;
    private ExcludeRules rules = ExcludeRules.NONE;
    private boolean scanAgain;
    private boolean arrangeAgain;

    ContentsModel(Threads threads) {
        this.scanning = new UserAction(threads);
        this.arranging = new UserAction(threads);
        selection.addListener((property, before, now) -> arrange());
        find.addListener((property, before, now) -> arrange());
    }

    /** What was removed before and is added again comes back. */
    public void add(List<Path> paths) {
        for (Path path : paths) {
            Path root = path.toAbsolutePath();
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
                            if (roots.removeIf(root -> isOf(root, item.source()))) {
                                scan();
                            } else {
                                removed.add(item.source());
                                selection.set(scanned.without(removed));
                            }
                        });
    }

    /** The selection has it without links on the way to it. */
    private static boolean isOf(Path root, Path source) {
        try {
            return root.equals(source) || Root.of(root).resolved().equals(source);
        } catch (IOException e) {
            return false; // it is not there any more
        }
    }

    /** Only what {@link LeftOut.Reason#canBeBroughtBack} says so of. */
    public void bringBack(LeftOut left) {
        if (left.reason() == LeftOut.Reason.TAKEN_OUT) {
            removed.remove(left.source());
            selection.set(scanned.without(removed));
        } else {
            broughtBack.add(left.source());
            scan();
        }
    }

    /**
     * Patterns for what is to be left out, separated by blanks or commas, and whether caches,
     * thumbnails and lock files are.
     *
     * @return whether all patterns make sense; otherwise nothing changes
     */
    public boolean leaveOut(String newPatterns, boolean junk) {
        try {
            List<String> each =
                    List.of(newPatterns.strip().split("[\\s,]+")).stream()
                            .filter(pattern -> !pattern.isEmpty())
                            .toList();
            ExcludeRules own = ExcludeRules.of(each);
            rules = junk ? own.and(ExcludeRules.JUNK) : own;
        } catch (PatternSyntaxException e) {
            return false;
        }
        patterns.set(newPatterns.strip());
        withoutJunk.set(junk);
        broughtBack.clear();
        scan();
        return true;
    }

    public void clear() {
        roots.clear();
        removed.clear();
        broughtBack.clear();
        find.set("");
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
        ExcludeRules how = rules.butNot(broughtBack);
        scanning.start(
                (listener, cancel) -> {
                    ProgressMeter found = new ProgressMeter(listener, Stage.SCANNING, 0, 0);
                    return new SelectionScanner(
                                    cancel,
                                    item -> {
                                        found.addBytes(item.size());
                                        found.itemDone();
                                    },
                                    how)
                            .scan(now);
                },
                this::scanEnded);
    }

    private void scanEnded(Outcome<FileSelection> outcome) {
        if (scanAgain) {
            scan();
        } else if (outcome instanceof Outcome.Done<FileSelection> done) {
            scanned = done.value();
            selection.set(scanned.without(removed));
        }
    }

    private void arrange() {
        if (arranging.running().get()) {
            arrangeAgain = true;
            return;
        }
        arrangeAgain = false;
        FileSelection now = selection.get();
        String wanted = find.get().strip().toLowerCase(Locale.ROOT);
        arranging.start(
                (listener, cancel) -> new Arranged(treeOf(now, wanted), Outlook.of(now)),
                this::arranged);
    }

    private record Arranged(PathTree.Node<FileItem> tree, List<Outlook.Concern> outlook) {}

    private void arranged(Outcome<Arranged> outcome) {
        if (outcome instanceof Outcome.Done<Arranged> done) {
            tree.set(done.value().tree());
            outlook.set(done.value().outlook());
        }
        if (arrangeAgain) {
            arrange();
        }
    }

    private static PathTree.Node<FileItem> treeOf(FileSelection all, String find) {
        List<FileItem> items =
                find.isEmpty()
                        ? all.items()
                        : all.items().stream()
                                .filter(item -> lastName(item).contains(find))
                                .toList();
        return PathTree.of(items, FileItem::path, FileItem::kind, FileItem::size);
    }

    private static String lastName(FileItem item) {
        return item.path().substring(item.path().lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
    }

    /** What will come out otherwise than it goes in. */
    public ReadOnlyObjectProperty<List<Outlook.Concern>> outlook() {
        return outlook.getReadOnlyProperty();
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

    /** How far the scan has come: what has been found until now. */
    public UserAction looking() {
        return scanning;
    }

    /** Part of a name; only what has it is in the tree. All of it is packed all the same. */
    public StringProperty find() {
        return find;
    }

    public String patterns() {
        return patterns.get();
    }

    public boolean isWithoutJunk() {
        return withoutJunk.get();
    }

    /** The contents as a tree, or what of them is being looked for. */
    public ReadOnlyObjectProperty<PathTree.Node<FileItem>> tree() {
        return tree.getReadOnlyProperty();
    }
}
