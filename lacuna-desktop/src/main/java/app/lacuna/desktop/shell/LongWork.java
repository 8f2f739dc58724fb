package app.lacuna.desktop.shell;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobBook;
import app.lacuna.desktop.system.Desktop;
import app.lacuna.desktop.words.Words;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.function.BooleanSupplier;
import javafx.collections.ListChangeListener;

/**
 * While something is written the system stays awake; when it took a while and the window is not in
 * front, its end is announced: what it was, never of which file.
 */
public final class LongWork {
    static final Duration A_WHILE = Duration.ofSeconds(10);

    private final JobBook book;
    private final Desktop desktop;
    private final Clock clock;
    private final BooleanSupplier inFront;
    private final Map<Job, Instant> begun = new HashMap<>();
    private boolean awake;

    /**
     * @param inFront whether the user sees the window
     */
    public LongWork(JobBook book, Desktop desktop, Clock clock, BooleanSupplier inFront) {
        this.book = book;
        this.desktop = desktop;
        this.clock = clock;
        this.inFront = inFront;
        book.jobs().addListener((ListChangeListener<Job>) this::changed);
    }

    private void changed(ListChangeListener.Change<? extends Job> change) {
        while (change.next()) {
            change.getAddedSubList().stream()
                    .filter(job -> job.kind().leavesWorkUndone())
                    .forEach(job -> begun.put(job, clock.instant()));
            change.getRemoved().forEach(this::ended);
        }
        boolean needed = book.leavesWorkUndone();
        if (needed != awake) {
            awake = needed;
            if (needed) {
                desktop.stayAwake(Words.text("awake.why"));
            } else {
                desktop.maySleep();
            }
        }
    }

    private void ended(Job job) {
        Instant start = begun.remove(job);
        boolean tookAWhile =
                start != null && Duration.between(start, clock.instant()).compareTo(A_WHILE) >= 0;
        if (tookAWhile && !inFront.getAsBoolean()) {
            desktop.announce(
                    Words.text("window.title"),
                    Words.text("announce.ended", Words.text("job." + job.kind())));
        }
    }
}
