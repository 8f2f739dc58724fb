package app.lacuna.desktop.parts.inside;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.edit.ChangePlan;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/**
 * The inside of an open archive as lines of a table: what is open of the tree, or what was found.
 * Trees and lines are made in the background, so that a million entries hold nothing up.
 */
public final class InsideModel {
    /** A folder with more than this is not opened by itself. */
    private static final int OPENED_BY_ITSELF = 200;

    private final Job trees;
    private final Job lines;
    private final ChosenEntries chosen = new ChosenEntries();
    private final StringProperty find = new SimpleStringProperty("");
    private final ObjectProperty<Order> order = new SimpleObjectProperty<>(Order.USUAL);
    private final ReadOnlyObjectWrapper<Optional<Node<PlannedEntry>>> root =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<List<Node<PlannedEntry>>> rows =
            new ReadOnlyObjectWrapper<>(List.of());
    private final Set<String> open = new HashSet<>();
    private ChangePlan plan = new ChangePlan(List.of());

    public InsideModel(Lifetime life) {
        trees = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        lines = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        find.addListener((property, before, now) -> updateRows());
        order.addListener((property, before, now) -> updateRows());
    }

    /** Shows these entries; what was open stays open. */
    public void show(ChangePlan now) {
        plan = now;
        chosen.clear();
        boolean first = root.get().isEmpty();
        trees.start(
                (listener, cancel) -> Rows.tree(now),
                outcome -> {
                    outcome.match(done -> show(done, first), () -> {}, trees::tell);
                });
    }

    private void show(Node<PlannedEntry> tree, boolean first) {
        root.set(Optional.of(tree));
        if (first && open.isEmpty()) {
            openTop(tree);
        }
        updateRows();
    }

    /** The folders that are open, the order and what is looked for: as on a page before. */
    public void lookLike(InsideModel other) {
        open.addAll(other.open);
        order.set(other.order.get());
        find.set(other.find.get());
    }

    private void openTop(Node<PlannedEntry> tree) {
        int shown = tree.children().size();
        for (Node<PlannedEntry> top : tree.children()) {
            shown += top.children().size();
            if (top.isFolder() && shown <= OPENED_BY_ITSELF) {
                open.add(top.path());
            }
        }
    }

    private void updateRows() {
        if (root.get().isEmpty()) {
            return;
        }
        Node<PlannedEntry> tree = root.get().get();
        String wanted = find.get().strip();
        Set<String> opened = Set.copyOf(open);
        Order sorted = order.get();
        lines.start(
                (listener, cancel) ->
                        wanted.isEmpty()
                                ? Rows.open(tree, opened, sorted, cancel::isCancelled)
                                : Rows.found(tree, wanted, cancel::isCancelled),
                outcome -> {
                    outcome.match(rows::set, () -> {}, lines::tell);
                });
    }

    public boolean isOpen(Node<PlannedEntry> folder) {
        return open.contains(folder.path());
    }

    public void setOpen(Node<PlannedEntry> folder, boolean nowOpen) {
        if (nowOpen ? open.add(folder.path()) : open.remove(folder.path())) {
            updateRows();
        }
    }

    public boolean isFinding() {
        return !find.get().isBlank();
    }

    /** All lines that were found. */
    public void chooseFound() {
        if (isFinding()) {
            chosen.choose(rows.get(), true);
        }
    }

    /** What the archive holds of the ticked entries now, whatever is to become of them. */
    public List<ArchiveEntry> chosenEntries() {
        return plan.entries().stream()
                .filter(chosen::isChosen)
                .flatMap(entry -> entry.before().stream())
                .sorted(Comparator.comparingInt(ArchiveEntry::index))
                .toList();
    }

    /** The ticked entries that are still to be there. */
    public List<String> chosenPaths() {
        return plan.entries().stream()
                .filter(entry -> entry.isThere() && chosen.isChosen(entry))
                .map(PlannedEntry::path)
                .toList();
    }

    public ChosenEntries chosen() {
        return chosen;
    }

    public StringProperty find() {
        return find;
    }

    public ObjectProperty<Order> order() {
        return order;
    }

    /** Absent until the tree has been made. */
    public ReadOnlyObjectProperty<Optional<Node<PlannedEntry>>> root() {
        return root.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<List<Node<PlannedEntry>>> rows() {
        return rows.getReadOnlyProperty();
    }
}
