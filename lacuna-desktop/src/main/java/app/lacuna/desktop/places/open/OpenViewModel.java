package app.lacuna.desktop.places.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Listing;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.base.Outcome;
import app.lacuna.base.Secret;
import app.lacuna.change.PlannedEntry;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.jobs.UserAction;
import app.lacuna.desktop.parts.changing.ChangesModel;
import app.lacuna.desktop.parts.changing.OutsideModel;
import app.lacuna.desktop.parts.changing.RelockModel;
import app.lacuna.desktop.parts.inside.InsideModel;
import app.lacuna.desktop.parts.taking.ExtractModel;
import app.lacuna.desktop.parts.viewer.ViewerModel;
import app.lacuna.desktop.places.open.OpenArchive.Way;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.LimitExceeded;
import app.lacuna.failure.VolumeMissing;
import app.lacuna.failure.WrongPassword;
import app.lacuna.rounds.OpenHistory;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
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
    private final WritingModel writing;
    private Optional<OpenArchive> archive = Optional.empty();
    private Optional<Path> asked = Optional.empty();

    public OpenViewModel(Threads threads, OpenHistory history, Programs programs, Clock clock) {
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
        autoLock = new AutoLockModel(recent.lockMinutes(), this::lockByItself);
        autoLock.minutes()
                .addListener((property, before, now) -> recent.keepLockMinutes(now.intValue()));
        writing =
                new WritingModel(
                        changes,
                        outside,
                        relock,
                        opening,
                        () -> archive.orElseThrow(),
                        new Rewritten());
        changes.plan().addListener((property, before, now) -> now.ifPresent(inside::show));
    }

    /** Reads what can be seen without the password. One that needs none is unlocked at once. */
    public void open(Path file) {
        if (isBusy()) {
            return;
        }
        if (hasUnwritten()) {
            leaving.set(Leaving.LOCK);
            return;
        }
        start(file, Way.USUAL);
    }

    /** What was offered: what still opens of it, or all of it although it claims too much. */
    public void takeOffer() {
        if (isBusy() || offer.get() == Offer.NONE) {
            return;
        }
        if (hasUnwritten()) {
            leaving.set(Leaving.LOCK);
            return;
        }
        Way way =
                switch (offer.get()) {
                    case SALVAGE -> Way.SALVAGE;
                    case LOOK_INSIDE -> Way.INSIDE;
                    default -> Way.WITHOUT_LIMITS;
                };
        asked.ifPresent(file -> start(file, way));
    }

    private void start(Path file, Way way) {
        failure.set(Optional.empty());
        offer.set(Offer.NONE);
        asked = Optional.of(file);
        opening.start((listener, cancel) -> OpenArchive.open(file, way, cancel), this::opened);
    }

    private boolean isBusy() {
        return opening.running().get()
                || extract.action().running().get()
                || changes.writing().running().get()
                || variants.action().running().get();
    }

    private void opened(Outcome<OpenArchive> outcome) {
        if (outcome instanceof Outcome.Failed<OpenArchive> failed) {
            fail(failed.cause());
        } else if (outcome instanceof Outcome.Done<OpenArchive> done) {
            forget();
            show(done.value());
            extract.proposeFolder(done.value().path());
            if (done.value().listing().needsPassword()) {
                state.set(OpenState.LOCKED);
            } else {
                unlocked();
            }
        }
    }

    private void show(OpenArchive opened) {
        archive = Optional.of(opened);
        recent.opened(opened.path());
        state.set(OpenState.NOTHING); // so that a new archive is shown even if it is locked too
    }

    private void fail(Throwable cause) {
        failure.set(Optional.of(FailureText.of(cause)));
        boolean damaged = cause instanceof DamagedArchive || cause instanceof VolumeMissing;
        if (cause instanceof LimitExceeded) {
            offer.set(Offer.ALL_THE_SAME);
        } else {
            offer.set(damaged && !isSalvaged() ? Offer.SALVAGE : Offer.NONE);
        }
    }

    /** Tries the password; a wrong one stays in the field. */
    public void unlock() {
        if (state.get() != OpenState.LOCKED || password.get().isEmpty() || isBusy()) {
            return;
        }
        failure.set(Optional.empty());
        variants.clear();
        ArchiveReader reader = archive.orElseThrow().reader();
        Secret typed = Secret.takeOver(password.get().toCharArray());
        opening.start(
                (listener, cancel) -> reader.open(typed),
                outcome -> {
                    if (outcome instanceof Outcome.Done<OpenedArchive> done) {
                        unlockedWith(done.value(), typed);
                    } else if (outcome instanceof Outcome.Failed<OpenedArchive> failed) {
                        notUnlocked(failed.cause(), typed);
                    } else {
                        typed.close();
                    }
                });
    }

    private void notUnlocked(Throwable cause, Secret typed) {
        fail(cause);
        if (cause instanceof WrongPassword) {
            failure.set(Optional.of(WrongPasswordText.of(typed)));
            variants.offer();
        }
        typed.close();
    }

    private OpenedArchive opened() {
        return archive.orElseThrow().opened();
    }

    /** Tries what is near the password that was typed. */
    public void tryVariants() {
        if (state.get() != OpenState.LOCKED || password.get().isEmpty() || isBusy()) {
            return;
        }
        failure.set(Optional.empty());
        variants.search(
                archive.orElseThrow().reader(),
                Secret.takeOver(password.get().toCharArray()),
                this::unlockedWith);
    }

    private void unlockedWith(OpenedArchive opened, Secret right) {
        archive.orElseThrow().keep(opened, right);
        password.set("");
        showing.set(false);
        failure.set(Optional.empty());
        unlocked();
    }

    private void unlocked() {
        OpenedArchive reader = opened();
        state.set(OpenState.UNLOCKED);
        changes.begin(reader.listing().entries());
        if (reader.listing().needsPassword()) {
            autoLock.start(clock.instant());
        }
        if (isSalvaged()) {
            check.salvaged();
        } else {
            check.start(reader, () -> checked(reader));
            if (archive.orElseThrow().mayHoldAnArchive()) {
                offer.set(Offer.LOOK_INSIDE);
            }
        }
    }

    private void checked(OpenedArchive reader) {
        switch (check.state().get().kind()) {
            case WHOLE, UNPROTECTED -> {
                if (reader.isChecked()) {
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
        outside.lookNow();
        return isHeld();
    }

    /** As far as is known without looking at every copy. */
    private boolean isHeld() {
        return changes.count().get() > 0 || !outside.changed().get().isEmpty();
    }

    private void lockByItself() {
        if (hasUnwritten()) {
            autoLock.start(clock.instant());
        } else {
            lockNow();
        }
    }

    /** Locks, unless that would lose changes: then the page asks first. */
    public void lock() {
        if (isBusy() || archive.isEmpty()) {
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
        if (isBusy() || archive.isEmpty()) {
            return;
        }
        Path file = listing().archive();
        boolean again = listing().needsPassword();
        Way way = archive.orElseThrow().way();
        closeNow();
        if (again) {
            start(file, way);
        }
    }

    /** Call it every second: closes what is not used, looks at copies in other programs. */
    public void tick() {
        outside.look();
        autoLock.tick(clock.instant(), isBusy() || isHeld());
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
        archive.ifPresent(OpenArchive::close);
        archive = Optional.empty();
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

    /** A click that comes after locking shows nothing. */
    public void view(PlannedEntry entry) {
        if (state.get() == OpenState.UNLOCKED) {
            viewer.show(opened(), entry);
        }
    }

    /** In the program that is set up for its kind. */
    public void openOutside(PlannedEntry entry) {
        entry.before().ifPresent(now -> outside.open(opened(), now));
    }

    public java.util.List<Path> draggedOut() throws IOException {
        return outside.draggedOut(opened(), inside.chosenEntries());
    }

    public void extractAll() {
        extract.start(opened(), listing().entries());
    }

    public void takeUnprotected() {
        extract.takeUnprotected(opened());
    }

    /** Whether it stands open among what the password protects. */
    public boolean isUnprotected(PlannedEntry entry) {
        return archive.filter(OpenArchive::isProtected).isPresent()
                && entry.before().filter(ArchiveEntry::standsOpen).isPresent();
    }

    public void extractChosen() {
        extract.start(opened(), inside.chosenEntries());
    }

    /** What is chosen, or everything: held against what is in the folder already. */
    public void compare() {
        extract.compare(
                opened(),
                inside.chosen().count() > 0 ? inside.chosenEntries() : listing().entries());
    }

    public void restore() {
        extract.restore(opened());
    }

    /** Writes everything that is pending, and then goes on with what the user wanted to do. */
    public void writeAndLeave(Runnable closeWindow) {
        Leaving wanted = leaving.get();
        leaving.set(Leaving.NOT);
        writing.writeEverything(wanted == Leaving.CLOSE_THE_WINDOW ? closeWindow : this::lockNow);
    }

    /** What was written takes the place of what was open. */
    private final class Rewritten implements WritingModel.Page {
        @Override
        public void show(OpenArchive written) {
            archive.ifPresent(OpenArchive::close);
            asked = Optional.of(written.path());
            viewer.clear();
            OpenViewModel.this.show(written);
            unlocked();
        }

        @Override
        public void failed(Throwable cause) {
            closeNow();
            fail(cause);
        }
    }

    /** Only while there is an archive. */
    public Listing listing() {
        return archive.orElseThrow().listing();
    }

    /** What everybody can read, without the password. */
    public Listing seenByAll() {
        return archive.orElseThrow().reader().outside();
    }

    /** Whether it is what is left of a damaged archive. */
    public boolean isSalvaged() {
        return archive.filter(OpenArchive::isSalvaged).isPresent();
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

    public WritingModel writing() {
        return writing;
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
