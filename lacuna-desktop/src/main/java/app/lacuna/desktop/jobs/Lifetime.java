package app.lacuna.desktop.jobs;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The span in which results are wanted: of the window, of a packing job, of an opened archive. What
 * comes back from the background passes through {@link #arrive}, and when the span is over it is
 * dropped there, whatever it is. Belongs to the interface thread.
 */
public final class Lifetime {
    private final Threads threads;
    private final JobBook book;
    private final Optional<Lifetime> outer;
    private final List<Runnable> atEnd = new ArrayList<>();
    private final List<Runnable> whenIdle = new ArrayList<>();
    private boolean over;
    private int working;

    public Lifetime(Threads threads, JobBook book) {
        this(threads, book, Optional.empty());
    }

    private Lifetime(Threads threads, JobBook book, Optional<Lifetime> outer) {
        this.threads = threads;
        this.book = book;
        this.outer = outer;
    }

    /** A span within this one: it is over with it at the latest. */
    public Lifetime inner() {
        Lifetime inner = new Lifetime(threads, book, Optional.of(this));
        if (over) {
            inner.end();
        } else {
            Runnable ending = inner::end;
            atEnd.add(ending);
            inner.atEnd.add(() -> atEnd.remove(ending));
        }
        return inner;
    }

    /** Whether it is this span, or one around this one. */
    boolean isWithin(Lifetime other) {
        return other == this || outer.filter(around -> around.isWithin(other)).isPresent();
    }

    public JobBook book() {
        return book;
    }

    public boolean isOver() {
        return over;
    }

    /** Done when it is over; at once if it is. */
    public void atEnd(Runnable action) {
        if (over) {
            action.run();
        } else {
            atEnd.add(action);
        }
    }

    /** What is under way is cancelled, and nothing arrives any more. */
    public void end() {
        if (over) {
            return;
        }
        over = true;
        List<Runnable> due = List.copyOf(atEnd);
        atEnd.clear();
        due.forEach(Runnable::run);
    }

    /**
     * Ends it and does something in the background when no work of it is under way any more:
     * closing what that work still reads, for example.
     *
     * @param then on the interface thread, when that is done
     */
    public void end(Runnable inBackground, Runnable then) {
        end();
        Runnable last =
                () -> {
                    book.workBegins();
                    threads.background()
                            .execute(
                                    () -> {
                                        try {
                                            inBackground.run();
                                        } finally {
                                            book.workEnds();
                                            threads.ui().execute(then);
                                        }
                                    });
                };
        if (working == 0) {
            last.run();
        } else {
            whenIdle.add(last);
        }
    }

    /** In the background at once, even if it is over: for wiping. */
    public void wipe(Runnable work) {
        work(work);
    }

    /** On the interface thread. */
    void workBegins() {
        working++;
    }

    private void workEnded() {
        working--;
        if (working == 0) {
            List<Runnable> due = List.copyOf(whenIdle);
            whenIdle.clear();
            due.forEach(Runnable::run);
        }
    }

    /** In the background; until it has come to its end, {@link #end(Runnable, Runnable)} waits. */
    void work(Runnable work) {
        workBegins();
        book.workBegins();
        threads.background()
                .execute(
                        () -> {
                            try {
                                work.run();
                            } finally {
                                book.workEnds();
                                threads.ui().execute(this::workEnded);
                            }
                        });
    }

    /**
     * From any thread: on the interface thread, if this is not over by then.
     *
     * @param late what is to be done with a result that nobody wants any more
     */
    void arrive(Runnable result, Runnable late) {
        threads.ui().execute(() -> (over ? late : result).run());
    }

    /** From any thread, without a result: dropped if this is over. */
    public void tell(Runnable news) {
        arrive(news, () -> {});
    }
}
