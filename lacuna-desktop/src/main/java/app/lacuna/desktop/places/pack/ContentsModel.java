package app.lacuna.desktop.places.pack;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Outcome;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Stage;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.NameOrder;
import app.lacuna.extract.Outlook;
import app.lacuna.selection.ExcludeRules;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.PathTree;
import app.lacuna.selection.PatternText;
import app.lacuna.selection.Root;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.regex.PatternSyntaxException;
import javafx.beans.InvalidationListener;
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
    private final Job scanning;
    private final Job arranging;
    private final Job showing;
    private final List<UnaryOperator<ChosenFiles>> wished = new ArrayList<>();
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
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private Scanned scanned = new Scanned(FileSelection.EMPTY, Map.of());
    private ChosenFiles chosen = ChosenFiles.NONE;
    private boolean outdated;
    private ExcludeRules rules = ExcludeRules.NONE;

    ContentsModel(Lifetime life) {
        this.scanning = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        this.arranging = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        this.showing = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        selection.addListener((InvalidationListener) property -> arrange()); // compares nothing
        find.addListener((property, before, now) -> arrange());
    }

    /** What was removed before and is added again comes back. */
    public void add(List<Path> paths) {
        List<Path> added = List.copyOf(paths);
        change(now -> now.with(added));
    }

    /** However many they are, it is looked through once. */
    public void remove(List<PathTree.Node<FileItem>> nodes) {
        List<Path> places =
                nodes.stream()
                        .flatMap(node -> node.value().stream())
                        .map(FileItem::source)
                        .toList();
        Map<Path, Path> rootOf = scanned.rootOf();
        change(now -> now.without(places, rootOf));
    }

    /** Made in the background, in the order of the wishes. */
    private void change(UnaryOperator<ChosenFiles> change) {
        wished.add(change);
        select();
    }

    /** The selection has roots without the links on the way to them. */
    private static Map<Path, Path> resolved(List<Path> roots) {
        Map<Path, Path> rootOf = new HashMap<>();
        for (Path root : roots) {
            try {
                rootOf.put(Root.of(root).resolved(), root);
            } catch (IOException e) {
                continue; // it is not there any more
            }
        }
        return rootOf;
    }

    /** Only what {@link LeftOut.Reason#canBeBroughtBack} says so of. */
    public void bringBack(LeftOut left) {
        if (left.reason() == LeftOut.Reason.TAKEN_OUT) {
            change(now -> now.bringingBack(left.source()));
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
            ExcludeRules own = ExcludeRules.of(PatternText.parse(newPatterns));
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

    /** Nothing is chosen, and nothing is excluded any more. */
    public void clear() {
        chosen = ChosenFiles.NONE;
        wished.clear();
        broughtBack.clear();
        rules = ExcludeRules.NONE;
        patterns.set("");
        withoutJunk.set(false);
        find.set("");
        scan();
    }

    /** The files on disk have to be looked at. */
    private void scan() {
        outdated = true;
        select();
    }

    /** What is chosen by now, without what was removed; on disk only if that is necessary. */
    private void select() {
        List<UnaryOperator<ChosenFiles>> changes = List.copyOf(wished);
        ChosenFiles before = chosen;
        ExcludeRules how = rules.butNot(broughtBack);
        Optional<Scanned> known = outdated ? Optional.empty() : Optional.of(scanned);
        failure.set(Optional.empty());
        scanning.start(
                (listener, cancel) -> {
                    ChosenFiles now = changed(before, changes);
                    boolean still = known.isPresent() && now.roots().equals(before.roots());
                    Scanned found = still ? known.get() : scan(now.roots(), how, listener, cancel);
                    return new Selected(now, found, found.selection().without(now.removed()));
                },
                outcome -> selected(outcome, changes));
    }

    private static ChosenFiles changed(
            ChosenFiles before, List<UnaryOperator<ChosenFiles>> changes) {
        ChosenFiles now = before;
        for (UnaryOperator<ChosenFiles> change : changes) {
            now = change.apply(now);
        }
        return now;
    }

    private static Scanned scan(
            List<Path> roots, ExcludeRules rules, ProgressListener listener, CancelToken cancel) {
        ProgressMeter found = new ProgressMeter(listener, Stage.SCANNING, 0, 0);
        FileSelection selected =
                new SelectionScanner(
                                cancel,
                                item -> {
                                    found.addBytes(item.size());
                                    found.itemDone();
                                },
                                rules)
                        .scan(roots);
        return new Scanned(selected, resolved(roots));
    }

    /**
     * What was found on disk.
     *
     * @param rootOf the chosen files and folders by where they are without links
     */
    private record Scanned(FileSelection selection, Map<Path, Path> rootOf) {}

    private record Selected(ChosenFiles chosen, Scanned scanned, FileSelection selection) {}

    private void selected(Outcome<Selected> outcome, List<UnaryOperator<ChosenFiles>> changes) {
        outcome.match(
                done -> {
                    chosen = done.chosen();
                    wished.removeAll(changes);
                    scanned = done.scanned();
                    outdated = false;
                    selection.set(done.selection());
                },
                () -> {},
                cause -> failure.set(Optional.of(FailureText.of(cause))));
    }

    private void arrange() {
        FileSelection now = selection.get();
        String wanted = find.get().strip();
        arranging.start(
                (listener, cancel) -> new Arranged(treeOf(now, wanted), Outlook.of(now)),
                this::arranged);
    }

    private record Arranged(PathTree.Node<FileItem> tree, List<Outlook.Concern> outlook) {}

    private void arranged(Outcome<Arranged> outcome) {
        outcome.match(
                done -> {
                    tree.set(done.tree());
                    outlook.set(done.outlook());
                },
                () -> {},
                cause -> failure.set(Optional.of(FailureText.of(cause))));
    }

    private static PathTree.Node<FileItem> treeOf(FileSelection all, String find) {
        Predicate<String> named = NameOrder.finding(find);
        List<FileItem> items =
                find.isEmpty()
                        ? all.items()
                        : all.items().stream().filter(item -> named.test(lastName(item))).toList();
        return PathTree.of(
                items, FileItem::path, FileItem::kind, FileItem::size, NameOrder.byName());
    }

    private static String lastName(FileItem item) {
        return item.path().substring(item.path().lastIndexOf('/') + 1);
    }

    /** Why it could not be looked through. */
    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }

    /** What will come out otherwise than it goes in. */
    public ReadOnlyObjectProperty<List<Outlook.Concern>> outlook() {
        return outlook.getReadOnlyProperty();
    }

    /** The chosen files and folders themselves. */
    public List<Path> roots() {
        return changed(chosen, wished).roots();
    }

    /** What of the page takes long to make, of many files. */
    <T> void inBackground(Supplier<T> work, Consumer<T> then) {
        showing.start(
                (listener, cancel) -> work.get(),
                outcome -> outcome.match(then, () -> {}, showing::tell));
    }

    public ReadOnlyObjectProperty<FileSelection> selection() {
        return selection.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty scanning() {
        return scanning.running();
    }

    /** How far the scan has come: what has been found until now. */
    public Job looking() {
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
