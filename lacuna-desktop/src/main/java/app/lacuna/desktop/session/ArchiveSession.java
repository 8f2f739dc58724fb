package app.lacuna.desktop.session;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.parts.changing.ChangesModel;
import app.lacuna.desktop.parts.changing.OutsideModel;
import app.lacuna.desktop.parts.changing.RelockModel;
import app.lacuna.desktop.parts.inside.InsideModel;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.parts.proving.ProvingModel;
import app.lacuna.desktop.parts.taking.ExtractModel;
import app.lacuna.desktop.parts.viewer.ViewerModel;
import app.lacuna.desktop.session.WritingModel.Written;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.extract.OutsideCopies;
import app.lacuna.job.RewriteResult;
import app.lacuna.password.Slip;
import java.io.IOException;
import java.time.Clock;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * An archive from the moment it is open until it is locked, closed or written anew: what is inside,
 * what is looked at, taken out and changed, the copies in other programs and the password. All of
 * it is made here and ends with {@link #close}; what is still under way then is cancelled, and its
 * results find nobody.
 */
public final class ArchiveSession {
    private final Lifetime life;
    private final OpenArchive archive;
    private final OutsideCopies copies;
    private final Troubles troubles;
    private final Optional<Slip> slip;
    private final InsideModel inside;
    private final ViewerModel viewer;
    private final ExtractModel taking;
    private final ChangesModel changes;
    private final OutsideModel outside;
    private final RelockModel relock;
    private final CheckModel check;
    private final ProvingModel proving;
    private final WritingModel writing;
    private Optional<RewriteResult> written = Optional.empty();
    private Optional<KeptPassword> kept = Optional.empty();
    private boolean copiesHandedOn;

    /**
     * What a session is made with.
     *
     * @param onLate gets what has to be told of a job that locking has cancelled
     */
    public record Surroundings(
            Programs programs,
            Clock clock,
            Troubles troubles,
            MadePasswords passwords,
            Consumer<Written> onWritten,
            Consumer<FailureText> onLate) {}

    /**
     * @param archive opened; taken over
     * @param slip what had been wrong with the password that was typed
     */
    public ArchiveSession(
            Lifetime life, OpenArchive archive, Optional<Slip> slip, Surroundings around) {
        this(life, archive, slip, around, new OutsideCopies(archive.path()));
    }

    private ArchiveSession(
            Lifetime life,
            OpenArchive archive,
            Optional<Slip> slip,
            Surroundings around,
            OutsideCopies copies) {
        this.life = life;
        this.archive = archive;
        this.slip = slip;
        this.copies = copies;
        this.troubles = around.troubles();
        OpenedArchive reader = archive.opened();
        inside = new InsideModel(life);
        viewer = new ViewerModel(life, reader);
        taking = new ExtractModel(life, reader, around.onLate());
        changes = new ChangesModel(life, reader.listing().entries());
        outside = new OutsideModel(life, reader, around.programs(), copies);
        check = new CheckModel(life, reader, around.clock());
        proving = new ProvingModel(life, reader, around.clock());
        relock = new RelockModel(life, archive.path());
        writing = new WritingModel(life, archive, changes, outside, relock, around);
        changes.plan().addListener((property, before, now) -> now.ifPresent(inside::show));
        changes.plan().get().ifPresent(inside::show);
        startCheck(reader);
    }

    /** The same archive after it was written: with its copies, and looking as it did before. */
    public static ArchiveSession after(
            ArchiveSession before, Lifetime life, OpenArchive written, Surroundings around) {
        before.copiesHandedOn = true;
        ArchiveSession next =
                new ArchiveSession(life, written, Optional.empty(), around, before.copies);
        next.inside.lookLike(before.inside);
        next.taking.folder().set(before.taking.folder().get());
        return next;
    }

    private void startCheck(OpenedArchive reader) {
        if (archive.isSalvaged()) {
            check.salvaged();
            return;
        }
        check.start(() -> checked(reader));
        if (archive.mayHoldAnArchive()) {
            troubles.offer(Offer.LOOK_INSIDE, archive.files());
        }
    }

    private void checked(OpenedArchive reader) {
        switch (check.state().get().kind()) {
            case WHOLE, READABLE, UNPROTECTED -> {
                if (reader.isChecked()) {
                    viewer.archiveIsChecked();
                }
            }
            case DAMAGED, CHANGED -> troubles.offer(Offer.SALVAGE, archive.files());
            default -> {
                // nothing is known yet
            }
        }
    }

    /** Tells what has become of the archive before this one. */
    public void tell(Written before) {
        written = before.result();
        kept = before.made();
        written.ifPresent(result -> changes.leftOut(result.leftOut()));
        before.failure().ifPresent(cause -> changes.fail(FailureText.of(cause)));
    }

    /** A made password that the archive was locked anew with, until somebody says they have it. */
    public Optional<KeptPassword> kept() {
        return kept;
    }

    /** What was written last, if this session began with that. */
    public Optional<RewriteResult> written() {
        return written;
    }

    /** Whether work would be lost: edits, or copies that were changed in other programs. */
    public boolean hasUnwritten() {
        return isChanged() || isPasswordUnknown();
    }

    private boolean isChanged() {
        return changes.isUnwritten() || !outside.changed().get().isEmpty();
    }

    /** Whether nothing but a password that was made and is not known yet would be lost. */
    public boolean losesOnlyPassword() {
        return !isChanged() && isPasswordUnknown();
    }

    /** The user was asked, and lets a made password go. */
    public void givePasswordUp() {
        kept.ifPresent(KeptPassword::giveUp);
    }

    private boolean isPasswordUnknown() {
        return kept.filter(password -> !password.known().get()).isPresent();
    }

    /** Whether a job works that the user has started; one that waits for an answer does not. */
    public boolean isWorking() {
        boolean asks = taking.question().get().isPresent();
        return writing.action().running().get()
                || taking.clearing().running().get()
                || (taking.action().running().get() && !asks);
    }

    public void view(PlannedEntry entry) {
        if (!life.isOver()) {
            viewer.show(entry);
        }
    }

    /** In the program that is set up for its kind. */
    public void openOutside(PlannedEntry entry) {
        entry.before().ifPresent(outside::open);
    }

    public void extractAll() {
        taking.start(archive.listing().entries());
    }

    public void extractChosen() {
        taking.start(inside.chosenEntries());
    }

    /** What is chosen, or everything: held against what is in the folder already. */
    public void compare() {
        taking.compare(
                inside.chosen().count() > 0 ? inside.chosenEntries() : archive.listing().entries());
    }

    /** Whether it stands open among what the password protects. */
    public boolean isUnprotected(PlannedEntry entry) {
        return archive.isProtected() && entry.before().filter(ArchiveEntry::standsOpen).isPresent();
    }

    /**
     * Cancels what is under way and wipes the password, the keys and the readable copies, without
     * waiting for the end of any job. When all have ended, copies that one of them still made are
     * wiped too, and the file is closed.
     *
     * @param then on the interface thread
     */
    public void close(Runnable then) {
        life.end();
        relock.clear();
        kept.ifPresent(KeptPassword::close);
        archive.forgetOpened();
        if (!copiesHandedOn) {
            life.wipe(this::wipeNow);
        }
        life.end(
                () -> {
                    if (!copiesHandedOn) {
                        wipeNow();
                    }
                    archive.close();
                },
                then);
    }

    /** From any thread: readable copies go. What can not be deleted now goes at the next start. */
    public void wipeNow() {
        try {
            copies.close();
        } catch (IOException e) {
            // see above
        }
    }

    public OpenArchive archive() {
        return archive;
    }

    public Listing listing() {
        return archive.listing();
    }

    /** Whether it is what is left of a damaged archive. */
    public boolean isSalvaged() {
        return archive.isSalvaged();
    }

    /** Whether nothing can be put into it. */
    public boolean isOnlyRead() {
        return archive.isOnlyRead();
    }

    public Lifetime life() {
        return life;
    }

    public Troubles troubles() {
        return troubles;
    }

    public Optional<Slip> slip() {
        return slip;
    }

    public InsideModel inside() {
        return inside;
    }

    public ViewerModel viewer() {
        return viewer;
    }

    public ExtractModel extract() {
        return taking;
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

    public ProvingModel proving() {
        return proving;
    }

    /** Whether readable copies are open in other programs. */
    public boolean hasCopiesOutside() {
        return outside.count().get() > 0;
    }

    public CheckModel check() {
        return check;
    }

    public WritingModel writing() {
        return writing;
    }
}
