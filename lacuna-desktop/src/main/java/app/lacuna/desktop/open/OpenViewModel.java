package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.base.CancelToken;
import app.lacuna.base.Outcome;
import app.lacuna.base.Secret;
import app.lacuna.change.PlannedEntry;
import app.lacuna.desktop.changing.ChangesModel;
import app.lacuna.desktop.changing.OutsideModel;
import app.lacuna.desktop.changing.RelockModel;
import app.lacuna.desktop.inside.InsideModel;
import app.lacuna.desktop.taking.ExtractModel;
import app.lacuna.desktop.viewer.ViewerModel;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.work.Programs;
import app.lacuna.desktop.work.Threads;
import app.lacuna.desktop.work.UserAction;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.LimitExceeded;
import app.lacuna.failure.VolumeMissing;
import app.lacuna.failure.WrongPassword;
import app.lacuna.job.Archives;
import app.lacuna.job.RewriteResult;
import app.lacuna.rounds.OpenHistory;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/**
 * The Open place: one archive at a time, locked or unlocked. Keeps the password while it is
 * unlocked, and forgets it together with everything readable when it locks. What is done with the
 * archive is the work of the models that it holds.
 */
public final class OpenViewModel {
    private final Threads threads;
    private final Clock clock;
    private final UserAction opening;
    private final ReadOnlyObjectWrapper<OpenState> state =
            new ReadOnlyObjectWrapper<>(OpenState.NOTHING);
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Offer> offer = new ReadOnlyObjectWrapper<>(Offer.NONE);
    private final ObjectProperty<Leaving> leaving = new SimpleObjectProperty<>(Leaving.NOT);
    private final StringProperty password = new SimpleStringProperty("");
    private final BooleanProperty showing = new SimpleBooleanProperty();
    private final InsideModel inside;
    private final ViewerModel viewer;
    private final ExtractModel extract;
    private final ChangesModel changes;
    private final OutsideModel outside;
    private final RelockModel relock = new RelockModel();
    private final CheckModel check;
    private final VariantsModel variants;
    private final RecentModel recent;
    private final AutoLockModel autoLock;
    private Optional<ArchiveReader> reader = Optional.empty();
    private Optional<Secret> secret = Optional.empty();
    private Optional<Path> asked = Optional.empty();
    private boolean salvaged;

    public OpenViewModel(Threads threads, OpenHistory history, Programs programs, Clock clock) {
        this.threads = threads;
        this.clock = clock;
        opening = new UserAction(threads);
        inside = new InsideModel(threads);
        viewer = new ViewerModel(threads);
        extract = new ExtractModel(threads);
        changes = new ChangesModel(threads);
        outside = new OutsideModel(threads, programs);
        check = new CheckModel(threads, clock);
        variants = new VariantsModel(threads);
        recent = new RecentModel(history);
        autoLock = new AutoLockModel(recent.lockMinutes(), this::lockNow);
        autoLock.minutes()
                .addListener((property, before, now) -> recent.keepLockMinutes(now.intValue()));
        changes.plan().addListener((property, before, now) -> now.ifPresent(inside::show));
    }

    /** Reads what can be seen without the password. One that needs none is unlocked at once. */
    public void open(Path archive) {
        if (isBusy()) {
            return;
        }
        if (hasUnwritten()) {
            leaving.set(Leaving.LOCK);
            return;
        }
        start(archive, Way.USUAL);
    }

    /** What was offered: what still opens of it, or all of it although it claims too much. */
    public void takeOffer() {
        Way way = offer.get() == Offer.SALVAGE ? Way.SALVAGE : Way.WITHOUT_LIMITS;
        if (!isBusy() && offer.get() != Offer.NONE) {
            asked.ifPresent(archive -> start(archive, way));
        }
    }

    /** How an archive is opened. */
    private enum Way {
        USUAL,
        SALVAGE,
        WITHOUT_LIMITS
    }

    private void start(Path archive, Way way) {
        failure.set(Optional.empty());
        offer.set(Offer.NONE);
        asked = Optional.of(archive);
        opening.start(
                (listener, cancel) ->
                        switch (way) {
                            case USUAL -> Archives.open(archive);
                            case SALVAGE -> Archives.salvage(archive, cancel);
                            case WITHOUT_LIMITS -> Archives.open(archive, Limits.NONE);
                        },
                outcome -> opened(outcome, way == Way.SALVAGE));
    }

    private boolean isBusy() {
        return opening.running().get()
                || extract.action().running().get()
                || changes.writing().running().get()
                || variants.action().running().get();
    }

    private void opened(Outcome<ArchiveReader> outcome, boolean asSalvage) {
        if (outcome instanceof Outcome.Failed<ArchiveReader> failed) {
            fail(failed.cause());
        } else if (outcome instanceof Outcome.Done<ArchiveReader> done) {
            forget();
            reader = Optional.of(done.value());
            salvaged = asSalvage;
            Listing listing = done.value().listing();
            recent.opened(listing.archive());
            extract.proposeFolder(listing.archive());
            state.set(OpenState.NOTHING); // so that a new archive is shown even if it is locked too
            if (listing.needsPassword()) {
                state.set(OpenState.LOCKED);
            } else {
                unlocked();
            }
        }
    }

    private void fail(Throwable cause) {
        failure.set(Optional.of(FailureText.of(cause)));
        boolean damaged = cause instanceof DamagedArchive || cause instanceof VolumeMissing;
        if (cause instanceof LimitExceeded) {
            offer.set(Offer.ALL_THE_SAME);
        } else {
            offer.set(damaged && !salvaged ? Offer.SALVAGE : Offer.NONE);
        }
    }

    /** Tries the password; a wrong one stays in the field. */
    public void unlock() {
        if (state.get() != OpenState.LOCKED || password.get().isEmpty() || isBusy()) {
            return;
        }
        failure.set(Optional.empty());
        variants.clear();
        ArchiveReader archive = reader.orElseThrow();
        Secret typed = Secret.takeOver(password.get().toCharArray());
        opening.start(
                (listener, cancel) -> {
                    archive.unlock(typed);
                    return archive;
                },
                outcome -> {
                    if (outcome instanceof Outcome.Failed<ArchiveReader> failed) {
                        typed.close();
                        fail(failed.cause());
                        if (failed.cause() instanceof WrongPassword) {
                            variants.offer();
                        }
                    } else {
                        unlockedWith(typed);
                    }
                });
    }

    /** Tries what is near the password that was typed. */
    public void tryVariants() {
        if (state.get() != OpenState.LOCKED || password.get().isEmpty() || isBusy()) {
            return;
        }
        failure.set(Optional.empty());
        variants.search(
                reader.orElseThrow(),
                Secret.takeOver(password.get().toCharArray()),
                this::unlockedWith);
    }

    private void unlockedWith(Secret right) {
        secret = Optional.of(right);
        password.set("");
        showing.set(false);
        failure.set(Optional.empty());
        unlocked();
    }

    private void unlocked() {
        ArchiveReader archive = reader.orElseThrow();
        state.set(OpenState.UNLOCKED);
        changes.begin(archive.listing().entries());
        if (archive.listing().needsPassword()) {
            autoLock.start(clock.instant());
        }
        if (salvaged) {
            check.salvaged();
        } else {
            check.start(archive, () -> checked(archive));
        }
    }

    private void checked(ArchiveReader archive) {
        switch (check.state().get().kind()) {
            case WHOLE -> {
                if (archive.isChecked()) {
                    viewer.archiveIsChecked();
                }
            }
            case DAMAGED, CHANGED -> offer.set(Offer.SALVAGE);
            default -> {
                // nothing is known yet
            }
        }
    }

    /** Whether locking would lose work: edits, or copies that were changed in other programs. */
    public boolean hasUnwritten() {
        return changes.count().get() > 0 || !outside.changed().get().isEmpty();
    }

    /** Locks, unless that would lose changes: then the page asks first. */
    public void lock() {
        if (isBusy() || reader.isEmpty()) {
            return;
        }
        if (hasUnwritten()) {
            leaving.set(Leaving.LOCK);
            return;
        }
        lockNow();
    }

    /** Forgets the password and everything that was shown; what needs no password is closed. */
    public void lockNow() {
        if (isBusy() || reader.isEmpty()) {
            return;
        }
        Path archive = listing().archive();
        boolean again = listing().needsPassword();
        boolean asSalvage = salvaged;
        closeNow();
        if (again) {
            start(archive, asSalvage ? Way.SALVAGE : Way.USUAL);
        }
    }

    /** Call it every second: closes what is not used, looks at copies in other programs. */
    public void tick() {
        outside.look();
        autoLock.tick(clock.instant(), isBusy() || hasUnwritten());
    }

    /** The user has touched mouse or keyboard. */
    public void touched() {
        autoLock.touched(clock.instant());
    }

    /** Back to the empty page. Stops what is running, and loses what is not written. */
    public void closeNow() {
        extract.action().cancel();
        forget();
        state.set(OpenState.NOTHING);
        failure.set(Optional.empty());
        offer.set(Offer.NONE);
    }

    private void forget() {
        leaving.set(Leaving.NOT);
        check.forget();
        autoLock.stop();
        variants.clear();
        viewer.clear();
        extract.clear();
        changes.clear();
        inside.clear();
        relock.clear();
        password.set("");
        showing.set(false);
        wipeCopies();
        secret.ifPresent(Secret::close);
        secret = Optional.empty();
        reader.ifPresent(OpenViewModel::closeQuietly);
        reader = Optional.empty();
        salvaged = false;
    }

    /** What can not be deleted now, a file in use for example, goes at the next start. */
    private void wipeCopies() {
        try {
            outside.wipe();
        } catch (IOException e) {
            // see above
        }
        outside.forget();
    }

    private static void closeQuietly(ArchiveReader reader) {
        try {
            reader.close();
        } catch (IOException e) {
            // It was only read from: nothing can be lost by that.
        }
    }

    public void view(PlannedEntry entry) {
        viewer.show(reader.orElseThrow(), entry);
    }

    /** In the program that is set up for its kind. */
    public void openOutside(PlannedEntry entry) {
        entry.before().ifPresent(now -> outside.open(reader.orElseThrow(), now));
    }

    public java.util.List<Path> draggedOut() throws IOException {
        return outside.draggedOut(reader.orElseThrow(), inside.chosenEntries());
    }

    public void extractAll() {
        extract.start(reader.orElseThrow(), listing().entries());
    }

    public void extractChosen() {
        extract.start(reader.orElseThrow(), inside.chosenEntries());
    }

    /** What is chosen, or everything: held against what is in the folder already. */
    public void compare() {
        extract.compare(
                reader.orElseThrow(),
                inside.chosen().count() > 0 ? inside.chosenEntries() : listing().entries());
    }

    public void restore() {
        extract.restore(reader.orElseThrow());
    }

    /** Writes the pending changes into the archive. */
    public void writeChanges() {
        writeChanges(listing().archive(), () -> {});
    }

    /** The same into a new archive, which is open then. */
    public void writeChangesTo(Path target) {
        writeChanges(target, () -> {});
    }

    /** And then goes on with what the user wanted to do. */
    public void writeAndLeave(Runnable closeWindow) {
        Leaving wanted = leaving.get();
        leaving.set(Leaving.NOT);
        packOutside(
                () ->
                        writeChanges(
                                listing().archive(),
                                () -> {
                                    if (wanted == Leaving.CLOSE_THE_WINDOW) {
                                        closeWindow.run();
                                    } else {
                                        lockNow();
                                    }
                                }));
    }

    private void writeChanges(Path target, Runnable then) {
        Set<String> fromOutside = outside.changed().get();
        changes.write(
                listing().archive(),
                target,
                secret.map(Secret::copy),
                result -> {
                    outside.packed(fromOutside);
                    reopen(result, secret.map(Secret::copy), then);
                });
    }

    /** One change that was made in another program becomes part of the archive. */
    public void packOutside(String path) {
        outside.copyOf(path).ifPresent(copy -> changes.replace(path, copy, this::writeChanges));
    }

    private void packOutside(Runnable then) {
        Runnable next = then;
        for (String path : outside.changed().get()) {
            Optional<Path> copy = outside.copyOf(path);
            Runnable after = next;
            if (copy.isPresent()) {
                next = () -> changes.replace(path, copy.get(), after);
            }
        }
        next.run();
    }

    /** Locks the archive anew, as it was chosen. */
    public void relock(Path target) {
        if (!relock.ready().get()) {
            return;
        }
        Optional<Secret> after = relock.passwordAfter(secret);
        changes.relock(
                relock.request(listing().archive(), target),
                secret.map(Secret::copy),
                after,
                result -> {
                    relock.clear();
                    reopen(result, after.map(Secret::copy), () -> {});
                });
    }

    /** The archive that was just written takes the place of the one on the page, still unlocked. */
    private void reopen(RewriteResult result, Optional<Secret> right, Runnable then) {
        opening.start(
                (listener, cancel) -> reopened(result.archive(), right),
                outcome -> {
                    if (outcome instanceof Outcome.Done<ArchiveReader> done) {
                        reader.ifPresent(OpenViewModel::closeQuietly);
                        reader = Optional.of(done.value());
                        asked = Optional.of(result.archive());
                        secret.ifPresent(Secret::close);
                        secret = right;
                        recent.opened(result.archive());
                        viewer.clear();
                        state.set(OpenState.NOTHING);
                        unlocked();
                        then.run();
                    } else if (outcome instanceof Outcome.Failed<ArchiveReader> failed) {
                        right.ifPresent(Secret::close);
                        closeNow();
                        fail(failed.cause());
                    }
                });
    }

    private static ArchiveReader reopened(Path archive, Optional<Secret> right) throws IOException {
        ArchiveReader made = Archives.open(archive);
        try {
            if (right.isPresent()) {
                made.unlock(right.get());
                made.check(told -> {}, CancelToken.never());
            }
            return made;
        } catch (IOException | RuntimeException e) {
            made.close();
            throw e;
        }
    }

    /** Only while there is an archive. */
    public Listing listing() {
        return reader.orElseThrow().listing();
    }

    /** What everybody can read, without the password. */
    public Listing seenByAll() {
        return reader.orElseThrow().outside();
    }

    /** Whether it is what is left of a damaged archive. */
    public boolean isSalvaged() {
        return salvaged;
    }

    public ReadOnlyObjectProperty<OpenState> state() {
        return state.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }

    /** What could be done about an archive that did not open, or is damaged. */
    public ReadOnlyObjectProperty<Offer> offer() {
        return offer.getReadOnlyProperty();
    }

    public ObjectProperty<Leaving> leaving() {
        return leaving;
    }

    public StringProperty password() {
        return password;
    }

    public BooleanProperty showing() {
        return showing;
    }

    public InsideModel inside() {
        return inside;
    }

    public ViewerModel viewer() {
        return viewer;
    }

    public ExtractModel extract() {
        return extract;
    }

    public ChangesModel changes() {
        return changes;
    }

    public OutsideModel outside() {
        return outside;
    }

    public RelockModel relock() {
        return relock;
    }

    public CheckModel check() {
        return check;
    }

    public VariantsModel variants() {
        return variants;
    }

    public RecentModel recent() {
        return recent;
    }

    public AutoLockModel autoLock() {
        return autoLock;
    }

    public UserAction opening() {
        return opening;
    }
}
