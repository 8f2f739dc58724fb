package app.lacuna.desktop.places.open;

import app.lacuna.desktop.session.ArchiveSession;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/**
 * What would lose changes is asked about first, and done, or left, as it is answered. There is at
 * most one question; a later one takes its place.
 */
public final class LeavingQuestion {
    private final Supplier<Optional<ArchiveSession>> session;
    private final ReadOnlyObjectWrapper<Leaving> asked = new ReadOnlyObjectWrapper<>(Leaving.NOT);
    private Runnable goOn = () -> {};
    private Runnable stay = () -> {};
    private Optional<Runnable> afterWriting = Optional.empty();
    private Runnable looking = () -> {};

    /**
     * @param session what is open now
     */
    LeavingQuestion(Supplier<Optional<ArchiveSession>> session) {
        this.session = session;
    }

    /** What is asked about now. */
    public ReadOnlyObjectProperty<Leaving> asked() {
        return asked.getReadOnlyProperty();
    }

    /**
     * Does it at once if nothing would be lost.
     *
     * @param ifStaying what is done instead, should the answer be that everything stays
     */
    void leave(Leaving why, Runnable then, Runnable ifStaying) {
        if (session.get().isEmpty()) {
            then.run();
            return;
        }
        ArchiveSession now = session.get().get();
        looking = why == Leaving.LOCK || why == Leaving.LOCK_ANEW ? () -> {} : then;
        now.outside()
                .lookThen(
                        () -> {
                            looking = () -> {};
                            if (now.hasUnwritten() || asksAboutCopies(why, now)) {
                                ask(why, then, ifStaying);
                            } else {
                                then.run();
                            }
                        });
    }

    void leave(Leaving why, Runnable then) {
        leave(why, then, () -> {});
    }

    /** They go with the window, whatever the other programs still do with them. */
    private static boolean asksAboutCopies(Leaving why, ArchiveSession now) {
        return why == Leaving.CLOSE_THE_WINDOW && now.hasCopiesOutside();
    }

    private void ask(Leaving why, Runnable then, Runnable ifStaying) {
        stay.run(); // what was asked before is not wanted any more
        goOn = then;
        stay = ifStaying;
        asked.set(why);
    }

    private Runnable answered() {
        Runnable next = goOn;
        goOn = () -> {};
        stay = () -> {};
        asked.set(Leaving.NOT);
        return next;
    }

    /** The answer: everything stays as it is. */
    public void stay() {
        Runnable undo = stay;
        answered();
        undo.run();
    }

    /** The answer: the changes are lost. */
    public void lose() {
        Leaving why = asked.get();
        Runnable next = answered();
        session.get().ifPresent(ArchiveSession::givePasswordUp);
        if (why == Leaving.LOCK_ANEW) {
            session.get()
                    .ifPresent(
                            now -> {
                                now.changes().forgetAll();
                                now.changes().whenSettled(next);
                            });
        } else {
            next.run();
        }
    }

    /** The answer: everything is written, and then it goes on. */
    public void write() {
        Runnable next = answered();
        session.get().ifPresentOrElse(now -> writeThen(now, next), next);
    }

    private void writeThen(ArchiveSession now, Runnable next) {
        afterWriting = Optional.of(next);
        now.writing()
                .writeEverything(
                        () -> {
                            afterWriting = Optional.empty();
                            next.run();
                        });
    }

    /** What goes on now that everything is written; asked for once. */
    Optional<Runnable> afterWriting() {
        Optional<Runnable> then = afterWriting;
        afterWriting = Optional.empty();
        return then;
    }

    /**
     * What is open is closed: what waited for the answer is closed too, and not forgotten.
     *
     * @return to be done now, because it only waited for a look at the copies of what was open
     */
    Runnable forget() {
        Runnable wished = looking;
        looking = () -> {};
        afterWriting = Optional.empty();
        if (asked.get() != Leaving.NOT) {
            stay();
        }
        return wished;
    }

    /** Whether it is about a password that was made, and not about changes. */
    boolean isAboutPassword() {
        return session.get().filter(ArchiveSession::losesOnlyPassword).isPresent();
    }

    /** Whether closing is asked about only because copies are open in other programs. */
    boolean isAboutCopies() {
        return session.get()
                .filter(now -> !now.hasUnwritten() && now.hasCopiesOutside())
                .isPresent();
    }

    /** How many those are. */
    int copiesOutside() {
        return session.get().map(now -> now.outside().count().get()).orElse(0);
    }

    /** Whether closing the window asks something first. */
    public boolean asksBeforeClosing() {
        return hasUnwritten() || isAboutCopies();
    }

    /** Whether locking would lose work, as far as is known without looking at every copy. */
    public boolean hasUnwritten() {
        return session.get().filter(ArchiveSession::hasUnwritten).isPresent();
    }
}
