package app.lacuna.desktop.ends;

import app.lacuna.clearing.Ends;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.looseends.LooseEnds;
import app.lacuna.looseends.Seen;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.collections.ListChangeListener;

/** The loose ends, looked at again whenever something may have changed them. */
public final class EndsModel {
    private final LooseEnds ends;
    private final Optional<Trash> trash;
    private final Job looking;
    private final Job changing;
    private final ReadOnlyObjectWrapper<List<Seen>> seen = new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<List<Path>> damaged =
            new ReadOnlyObjectWrapper<>(List.of());

    public EndsModel(Lifetime life, Optional<Trash> trash) {
        this.trash = trash;
        ends = new LooseEnds(trash);
        looking = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        changing = new Job(life, JobKind.EDITING, Job.Policy.QUEUE);
        life.book().jobs().addListener((ListChangeListener<Job>) this::jobsChanged);
    }

    /** What writes or clears may leave something readable, or nothing. */
    private void jobsChanged(ListChangeListener.Change<? extends Job> change) {
        boolean ended = false;
        while (change.next()) {
            ended |= change.getRemoved().stream().anyMatch(job -> job.kind().leavesWorkUndone());
        }
        if (ended) {
            look();
        }
    }

    /** In the background. */
    public void look() {
        looking.start(
                (listener, cancel) -> new Scan(ends.look(cancel), LooseEnds.damagedRecords()),
                outcome -> {
                    outcome.match(
                            done -> {
                                damaged.set(done.damaged());
                                if (!done.seen().equals(seen.get())) {
                                    seen.set(done.seen());
                                }
                            },
                            () -> {},
                            looking::tell);
                });
    }

    /** What one scan found. */
    private record Scan(List<Seen> seen, List<Path> damaged) {}

    /** Records of readable files that cannot be read. */
    public ReadOnlyObjectProperty<List<Path>> damaged() {
        return damaged.getReadOnlyProperty();
    }

    public void deleteDamaged(Path record) {
        change(() -> LooseEnds.deleteDamagedRecord(record));
    }

    /** The user wants it to stay readable, or does not want that any more. */
    public void keep(LooseEnd end, boolean wanted) {
        change(() -> LooseEnds.keep(end, wanted));
    }

    /** Not spoken of any more, whatever is there. */
    public void forget(LooseEnd end) {
        change(() -> LooseEnds.forget(end));
    }

    /**
     * Nothing that could be spoken of at the next start stays written down. What is readable stays
     * so, and copies that are wiped by themselves still are.
     */
    public void forgetAll() {
        for (LooseEnd end : Ends.all()) {
            try {
                LooseEnds.forget(end);
            } catch (IOException e) {
                return; // where it can not be taken away now, it can be at the next end
            }
        }
    }

    @FunctionalInterface
    private interface Change {
        void run() throws IOException;
    }

    private void change(Change change) {
        changing.start(
                (listener, cancel) -> {
                    change.run();
                    return true;
                },
                outcome -> {
                    outcome.match(done -> {}, changing::tell);
                    look();
                });
    }

    /** All that is known, the oldest first; also what is to stay. */
    public ReadOnlyObjectProperty<List<Seen>> seen() {
        return seen.getReadOnlyProperty();
    }

    /** Those that count: not what the user wants to be readable. */
    public List<Seen> open() {
        return seen.get().stream().filter(each -> !each.end().wanted()).toList();
    }

    public long bytes() {
        return LooseEnds.bytes(seen.get());
    }

    /** What was packed into an archive and is known to be somewhere. */
    public List<Seen> of(Path archive) {
        return LooseEnds.of(archive, seen.get());
    }

    /** Where things can be thrown away to and taken back from. */
    public Optional<Trash> trash() {
        return trash;
    }

    public Job looking() {
        return looking;
    }
}
