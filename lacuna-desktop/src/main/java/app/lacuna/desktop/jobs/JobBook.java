package app.lacuna.desktop.jobs;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/**
 * All jobs that run, of all places: what they do, how far they are, where they write. Belongs to
 * the interface thread, but for {@link #isWorking}.
 */
public final class JobBook {
    private final ObservableList<Job> jobs = FXCollections.observableArrayList();

    /** One for all: nobody else holds on to it, and it holds the listeners. */
    private final ObservableList<Job> shown = FXCollections.unmodifiableObservableList(jobs);

    private final ReadOnlyObjectWrapper<Optional<Refused>> refused =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<Throwable>> trouble =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final AtomicInteger working = new AtomicInteger();

    /** A job that was asked for while another one of its kind had not come to its end. */
    public record Refused(JobKind kind) {}

    void begun(Job job) {
        if (!jobs.contains(job)) {
            jobs.add(job);
        }
    }

    void ended(Job job) {
        jobs.remove(job);
    }

    /** Something is not done, because this is under way. */
    public void busyWith(JobKind kind) {
        refused.set(Optional.empty()); // the same twice is told twice
        refused.set(Optional.of(new Refused(kind)));
    }

    /** Something went wrong that nobody waits for. */
    public void tell(Throwable failure) {
        trouble.set(Optional.empty());
        trouble.set(Optional.of(failure));
    }

    void workBegins() {
        working.incrementAndGet();
    }

    void workEnds() {
        working.decrementAndGet();
    }

    /** From any thread: whether work itself, and not only its report, has not come to its end. */
    public boolean isWorking() {
        return working.get() > 0;
    }

    /** Those that are under way, in the order in which they were started. */
    public ObservableList<Job> jobs() {
        return shown;
    }

    /** Whether one of them leaves work undone if it is ended now. */
    public boolean leavesWorkUndone() {
        return jobs.stream().anyMatch(job -> job.kind().leavesWorkUndone());
    }

    /** Those of one span of time that leave work undone if they are ended now. */
    public List<Job> unfinishedIn(Lifetime span) {
        return jobs.stream()
                .filter(job -> job.isWithin(span) && job.kind().leavesWorkUndone())
                .toList();
    }

    public void cancelAll() {
        List.copyOf(jobs).forEach(Job::cancel);
    }

    /** Whether one of them will write there. */
    public boolean isReserved(Path target) {
        Path absolute = target.toAbsolutePath();
        return jobs.stream().anyMatch(job -> job.target().filter(absolute::equals).isPresent());
    }

    /** The last one that was not started, because it was busy. */
    public ReadOnlyObjectProperty<Optional<Refused>> refused() {
        return refused.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<Throwable>> trouble() {
        return trouble.getReadOnlyProperty();
    }

    /** The user has seen it. */
    public void seen() {
        refused.set(Optional.empty());
        trouble.set(Optional.empty());
    }
}
