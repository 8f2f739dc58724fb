package app.lacuna.desktop.places.open;

import app.lacuna.archive.Listing;
import app.lacuna.common.Outcome;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.session.ArchiveSession;
import app.lacuna.desktop.session.AutoLockModel;
import app.lacuna.desktop.session.LockedArchive;
import app.lacuna.desktop.session.Offer;
import app.lacuna.desktop.session.OpenArchive;
import app.lacuna.desktop.session.OpenArchive.Way;
import app.lacuna.desktop.session.Troubles;
import app.lacuna.desktop.session.WritingModel.Written;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.password.Slip;
import app.lacuna.rounds.OpenHistory;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/**
 * The Open place: nothing, an archive that is locked, one that is open, or one that is being
 * locked. What belongs to the archive is in its {@link LockedArchive} or {@link ArchiveSession}, of
 * which there is at most one.
 */
public final class OpenViewModel {
    private final Lifetime life;
    private final Programs programs;
    private final Clock clock;
    private final MadePasswords passwords;
    private final Job opening;
    private final ReadOnlyObjectWrapper<OpenState> state =
            new ReadOnlyObjectWrapper<>(OpenState.NOTHING);
    private final Troubles ownTroubles = new Troubles();
    private final ReceivingModel receiving;
    private final RecentModel recent;
    private final AutoLockModel autoLock;
    private volatile Optional<LockedArchive> locked = Optional.empty();
    private volatile Optional<ArchiveSession> session = Optional.empty();
    private final LeavingQuestion leaving = new LeavingQuestion(() -> session);
    private Map<String, Path> waiting = Map.of();
    private boolean unpacking;
    private Optional<FailureText> late = Optional.empty();
    private final Set<ArchiveSession> unwiped = ConcurrentHashMap.newKeySet();

    OpenViewModel(
            Lifetime life,
            OpenHistory history,
            OpenSettings settings,
            Programs programs,
            Clock clock,
            MadePasswords passwords) {
        this.passwords = passwords;
        this.life = life;
        this.programs = new ChosenProgram(settings.viewer().value()::get, programs);
        this.clock = clock;
        opening = new Job(life, JobKind.OPENING, Job.Policy.NEWEST_WINS);
        receiving =
                new ReceivingModel(
                        life,
                        this::received,
                        cause -> troubles().tell(cause, List.of(), isSalvaged()),
                        () -> troubles().tell(FailureText.named("NotTaken")));
        recent = new RecentModel(life, history, settings.rememberOpened().value());
        autoLock = new AutoLockModel(settings.lockAfter().value().get(), this::lockByItself);
        autoLock.minutes()
                .addListener(
                        (property, before, now) ->
                                settings.lockAfter().value().set(now.intValue()));
        settings.lockAfter()
                .value()
                .addListener((property, before, now) -> autoLock.minutes().set(now));
    }

    /** Reads what can be seen without the password. One that needs none is unlocked at once. */
    public void open(Path file) {
        leaving.leave(Leaving.OPEN_ANOTHER, () -> start(file, Way.USUAL, Optional.empty()));
    }

    /** With its password, which is taken over. */
    public void open(Path file, Secret password) {
        leaving.leave(
                Leaving.OPEN_ANOTHER,
                () -> start(file, Way.USUAL, Optional.of(password)),
                password::close);
    }

    /** And when it is open, these take the place of what it has, as changes to be written. */
    public void open(Path file, Map<String, Path> newer) {
        leaving.leave(
                Leaving.OPEN_ANOTHER,
                () -> {
                    start(file, Way.USUAL, Optional.empty());
                    waiting = newer;
                });
    }

    /** What was to be put into the archive that is open now. */
    private void putIn(ArchiveSession made) {
        Map<String, Path> newer = waiting;
        waiting = Map.of();
        newer.forEach((path, file) -> made.changes().replace(path, file, () -> {}));
    }

    /** One archive, or what came by e-mail: messages, parts in any order, a folder of them. */
    public void open(List<Path> files) {
        if (files.size() == 1 && IncomingFiles.isArchive(files.get(0))) {
            open(files.get(0));
            return;
        }
        if (IncomingFiles.areDiscs(files)) {
            openDiscs(files);
            return;
        }
        troubles().clear();
        receiving.putTogether(files);
    }

    /** The same, and everything in it is taken out beside it as soon as it is open. */
    public void unpack(List<Path> files) {
        boolean one = files.size() == 1 && IncomingFiles.isArchive(files.get(0));
        if (!one && !IncomingFiles.areDiscs(files)) {
            open(files); // first they are put together
            return;
        }
        leaving.leave(
                Leaving.OPEN_ANOTHER,
                () -> {
                    start(files, Way.USUAL, Optional.empty());
                    unpacking = true;
                });
    }

    private void received(List<Path> archives) {
        if (archives.size() > 1 && state.get() == OpenState.NOTHING) {
            archives.forEach(recent::opened);
            troubles().tell(FailureText.named("SeveralCame"));
        } else {
            open(archives.get(0));
        }
    }

    public Job receiving() {
        return receiving.job();
    }

    /** What was offered: what still opens of it, or all of it although it claims too much. */
    public void takeOffer() {
        Way way =
                switch (offer().get()) {
                    case SALVAGE -> Way.SALVAGE;
                    case LOOK_INSIDE -> Way.INSIDE;
                    default -> Way.WITHOUT_LIMITS;
                };
        List<Path> files = troubles().files();
        if (!files.isEmpty()) {
            leaving.leave(Leaving.OPEN_ANOTHER, () -> start(files, way, Optional.empty()));
        }
    }

    /** The same once more, with discs that were missing. */
    public void openWith(List<Path> more) {
        List<Path> discs = new ArrayList<>(troubles().files());
        more.stream().filter(disc -> !discs.contains(disc)).forEach(discs::add);
        openDiscs(discs);
    }

    private void openDiscs(List<Path> discs) {
        leaving.leave(Leaving.OPEN_ANOTHER, () -> start(discs, Way.USUAL, Optional.empty()));
    }

    private void start(Path file, Way way, Optional<Secret> password) {
        start(List.of(file), way, password);
    }

    private void start(List<Path> files, Way way, Optional<Secret> password) {
        troubles().clear();
        waiting = Map.of();
        unpacking = false;
        opening.start(
                (listener, cancel) ->
                        new Found(
                                OpenArchive.open(files, way, listener, cancel),
                                password.map(Secret::copy)),
                outcome -> opened(outcome, files),
                Found::close,
                () -> password.ifPresent(Secret::close));
    }

    /** An archive, and perhaps its password, on the way to the page. */
    private record Found(OpenArchive archive, Optional<Secret> password) {
        void close() {
            archive.close();
            password.ifPresent(Secret::close);
        }
    }

    private void opened(Outcome<Found> outcome, List<Path> files) {
        outcome.match(
                found ->
                        leaving.leave( // there may be changes by now
                                Leaving.OPEN_ANOTHER, () -> show(found), found::close),
                this::noneOpened,
                cause -> {
                    noneOpened();
                    troubles().tell(cause, files, isSalvaged());
                });
    }

    private void noneOpened() {
        if (state.get() == OpenState.LOCKING) {
            state.set(OpenState.NOTHING);
        }
    }

    private void show(Found found) {
        closeCurrent(() -> {});
        troubles().clear();
        OpenArchive archive = found.archive();
        recent.opened(archive.path());
        if (archive.needsToBeUnlocked()) {
            LockedArchive waiting =
                    new LockedArchive(life.inner(), archive, new Troubles(), this::unlocked);
            locked = Optional.of(waiting);
            become(OpenState.LOCKED);
            tellLate();
            found.password().ifPresent(waiting::unlock);
        } else {
            found.password().ifPresent(Secret::close);
            begin(newSession(archive, Optional.empty()));
        }
    }

    /** Told even if it is the same once more: what is on the page is another one. */
    private void become(OpenState now) {
        state.set(OpenState.NOTHING);
        state.set(now);
    }

    private void unlocked(LockedArchive.Unlocked unlocked) {
        locked.ifPresent(before -> before.close(() -> {}));
        locked = Optional.empty();
        troubles().clear();
        begin(newSession(unlocked.archive(), unlocked.slip()));
    }

    private ArchiveSession newSession(OpenArchive archive, Optional<Slip> slip) {
        return new ArchiveSession(life.inner(), archive, slip, surroundings());
    }

    private ArchiveSession.Surroundings surroundings() {
        return new ArchiveSession.Surroundings(
                programs, clock, new Troubles(), passwords, this::written, this::late);
    }

    /** Of a job that locking has cancelled: told as soon as there is a page for it. */
    private void late(FailureText text) {
        late = Optional.of(text);
        if (state.get() != OpenState.LOCKING) {
            tellLate();
        }
    }

    private void tellLate() {
        late.ifPresent(troubles()::tell);
        late = Optional.empty();
    }

    private void begin(ArchiveSession made) {
        session = Optional.of(made);
        unwiped.add(made);
        if (made.listing().needsPassword()) {
            autoLock.start(clock.instant());
        }
        become(OpenState.UNLOCKED);
        putIn(made);
        if (unpacking) {
            unpacking = false;
            made.extractAll();
        }
    }

    /** What was written takes the place of what was open. */
    private void written(Written written) {
        Optional<Runnable> then = leaving.afterWriting();
        if (written.stays()) {
            return;
        }
        ArchiveSession before = session.orElseThrow();
        if (written.archive().isEmpty()) {
            session = Optional.empty();
            state.set(OpenState.NOTHING);
            autoLock.stop();
            close(before, () -> {});
            written.made().ifPresent(KeptPassword::close); // the window has it from now on
            List<Path> files = before.archive().files();
            written.failure().ifPresent(cause -> troubles().tell(cause, files, false));
            return;
        }
        OpenArchive archive = written.archive().get();
        troubles().clear();
        ArchiveSession after = ArchiveSession.after(before, life.inner(), archive, surroundings());
        recent.opened(archive.path());
        after.tell(written);
        begin(after);
        close(before, () -> {});
        if (written.result().isPresent()) {
            then.ifPresent(Runnable::run);
        }
    }

    /** Does it, unless that would lose changes: then the page asks first. */
    public void leave(Leaving why, Runnable then) {
        leaving.leave(why, then, () -> {});
    }

    /** Locks, unless that would lose changes: then the page asks first. */
    public void lock() {
        locked.ifPresent(waiting -> waiting.secret().clear());
        if (session.isPresent()) {
            leave(Leaving.LOCK, this::lockNow);
        }
    }

    private void lockByItself() {
        lock();
        if (session.isPresent() && state.get() == OpenState.UNLOCKED) {
            autoLock.start(clock.instant()); // it asks; and asks again after a while
        }
    }

    /**
     * Shows nothing of the inside any more, cancels what is under way, wipes the copies, and
     * forgets the password; then the locked archive is shown. What needs no password is closed.
     */
    public void lockNow() {
        if (session.isEmpty()) {
            return;
        }
        ArchiveSession open = session.get();
        boolean again = open.listing().needsPassword();
        Path file = open.archive().path();
        Way way = open.archive().way();
        closeCurrent(
                () -> {
                    if (state.get() != OpenState.LOCKING || opening.running().get()) {
                        return; // something else is shown, or on its way
                    }
                    if (again) {
                        start(file, way, Optional.empty());
                    } else {
                        state.set(OpenState.NOTHING);
                        tellLate();
                    }
                });
    }

    /**
     * Back to nothing, by way of locking.
     *
     * @param then when the copies are wiped and the archive is closed
     */
    private void closeCurrent(Runnable then) {
        Optional<ArchiveSession> open = session;
        Optional<LockedArchive> waiting = locked;
        session = Optional.empty();
        locked = Optional.empty();
        ownTroubles.clear();
        Runnable wished = leaving.forget();
        if (open.isPresent()) {
            state.set(OpenState.LOCKING);
            autoLock.stop();
            close(open.get(), then);
        } else {
            waiting.ifPresentOrElse(before -> before.close(then), then);
        }
        wished.run();
    }

    private void close(ArchiveSession closed, Runnable then) {
        closed.close(
                () -> {
                    unwiped.remove(closed);
                    then.run();
                });
    }

    /** Back to the empty page. Stops what is running, and loses what is not written. */
    public void closeNow() {
        opening.forget();
        closeCurrent(
                () -> {
                    if (state.get() == OpenState.LOCKING) {
                        state.set(OpenState.NOTHING);
                    }
                });
        if (state.get() == OpenState.LOCKED) {
            state.set(OpenState.NOTHING);
        }
        troubles().clear();
    }

    /** Call it every second: locks what is not used, looks at copies in other programs. */
    public void tick() {
        session.ifPresent(
                now -> {
                    now.outside().look();
                    autoLock.tick(clock.instant(), now.isWorking());
                });
    }

    /** The user has touched mouse or keyboard. */
    public void touched() {
        autoLock.touched(clock.instant());
    }

    /** From any thread, however the program ends: readable copies go. */
    public void wipeNow() {
        unwiped.forEach(ArchiveSession::wipeNow);
    }

    /** Only while an archive is open. */
    public ArchiveSession session() {
        return session.orElseThrow();
    }

    /** Only while an archive is locked. */
    public LockedArchive locked() {
        return locked.orElseThrow();
    }

    /** Only while there is an archive. */
    public Listing listing() {
        return session.map(ArchiveSession::listing)
                .orElseGet(() -> locked.orElseThrow().archive().listing());
    }

    /** They belong to what is on the page, and go with it. */
    private Troubles troubles() {
        return session.map(ArchiveSession::troubles)
                .or(() -> locked.map(LockedArchive::troubles))
                .orElse(ownTroubles);
    }

    /** Of the empty page. */
    Troubles ownTroubles() {
        return ownTroubles;
    }

    private boolean isSalvaged() {
        return session.filter(ArchiveSession::isSalvaged).isPresent();
    }

    public ReadOnlyObjectProperty<OpenState> state() {
        return state.getReadOnlyProperty();
    }

    /** Of what is on the page now. */
    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return troubles().failure();
    }

    /** What could be done about an archive that did not open, or is damaged. */
    public ReadOnlyObjectProperty<Offer> offer() {
        return troubles().offer();
    }

    /** What the page asks about before changes are lost. */
    public LeavingQuestion leaving() {
        return leaving;
    }

    public RecentModel recent() {
        return recent;
    }

    public AutoLockModel autoLock() {
        return autoLock;
    }

    public Job opening() {
        return opening;
    }
}
