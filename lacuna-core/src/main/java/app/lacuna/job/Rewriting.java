package app.lacuna.job;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.zip.Encryption;
import app.lacuna.archive.zip.KeepingWriter;
import app.lacuna.archive.zip.KeptEntry;
import app.lacuna.archive.zip.OpenedZip;
import app.lacuna.archive.zip.ZipArchiveReader;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.SaturatedSum;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.error.ArchiveChanged;
import app.lacuna.error.InSeveralParts;
import app.lacuna.error.LacunaException;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.NothingToPack;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import app.lacuna.selection.FileItem;
import app.lacuna.staging.FileMark;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import app.lacuna.verify.ProofReport;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Writes an archive anew out of an existing one: under a temporary name, flushed, read back and
 * held against the old archive and the files on disk, and only then moved to its name. Until that
 * last step the old archive is untouched, and after it the new one is whole. One that is not
 * complete never takes the place of the old one: it gets a free name beside it.
 *
 * <p>Call order: {@link #opened} to plan, {@link #write} once, {@link #close}.
 */
final class Rewriting implements AutoCloseable {
    private final RewriteTarget where;
    private final Path archive;
    private final FileMark mark;
    private final ZipArchiveReader reader;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private Optional<OpenedZip> opened = Optional.empty();

    /**
     * Opens, unlocks and, where one code protects everything, checks the archive.
     *
     * @param password absent if it has none
     */
    Rewriting(
            RewriteTarget where,
            Optional<Secret> password,
            ProgressListener listener,
            CancelToken cancel)
            throws IOException {
        this.where = where;
        this.archive = where.archive().toRealPath();
        this.listener = listener;
        this.cancel = cancel;
        this.mark = FileMark.of(this.archive);
        this.reader = ZipArchives.open(this.archive, Limits.NONE, Nested.AS_A_FILE);
        try {
            opened =
                    Optional.of(password.isPresent() ? reader.open(password.get()) : reader.open());
            opened().check(listener, cancel);
        } catch (IOException | RuntimeException e) {
            close();
            throw e;
        }
    }

    OpenedZip opened() {
        return opened.orElseThrow();
    }

    /**
     * @param password that of the new archive, if it has one
     */
    RewriteResult write(RewritePlan plan, Optional<Secret> password) throws IOException {
        Target target = target();
        boolean inPlace = target.path().equals(archive);
        if (plan.kept().isEmpty() && plan.added().isEmpty()) {
            throw new NothingToPack(0);
        }
        requireSpace(where.workplace().orElse(target.folder()), plan);
        try (StagedSet staged =
                new StagedSet(target, StagedSet.Naming.single(), where.workplace())) {
            PackingReport report = new PackingReport(meter(plan), cancel);
            List<KeptEntry> kept = write(staged, plan, report, password);
            requireUntouched();
            ProofReport proof =
                    proof(plan.encryption(), staged.temporaries(), kept, report.packed(), password);
            cancel.check();
            requireUntouched();
            long dropped = reader.bytesBehind();
            long bytes = PackJob.bytesOf(staged.temporaries()); // nothing fails afterwards
            close(); // some systems do not move a file over one that is open
            boolean complete = PackResult.isComplete(report.leftOut(), report.unsteady());
            Path made = publish(staged, target, inPlace, complete);
            Repacked.note(made, report.packed());
            return new RewriteResult(
                    made,
                    bytes,
                    kept.size(),
                    report.packed().size(),
                    report.leftOut(),
                    report.unsteady(),
                    proof,
                    inPlace && !complete ? Optional.of(archive) : Optional.empty(),
                    dropped);
        }
    }

    private ProofReport proof(
            Encryption encryption,
            List<Path> made,
            List<KeptEntry> kept,
            List<FileItem> packed,
            Optional<Secret> password)
            throws IOException {
        RewriteProof proof = new RewriteProof(opened(), listener, cancel);
        return encryption == Encryption.AS_IT_IS
                ? proof.ofCopies(made.get(0), kept, packed, password)
                : proof.of(made, kept, packed, password);
    }

    /** Somebody else may have written to the archive meanwhile. */
    private void requireUntouched() throws IOException {
        if (!mark.isStill(archive)) {
            throw new ArchiveChanged(archive);
        }
    }

    private Target target() throws IOException {
        Target target = Target.of(where.target());
        if (!target.path().equals(archive)) {
            target.requireUsable(where.elsewhere());
            return target;
        }
        if (opened().listing().volumes() > 1) {
            throw new InSeveralParts(archive);
        }
        target.requireUsable(where.replacing());
        return target;
    }

    private void requireSpace(Path folder, RewritePlan plan) throws NotEnoughSpace {
        long needed =
                SaturatedSum.of(
                        opened().listing().archiveBytes(),
                        SaturatedSum.of(plan.added(), FileItem::size));
        long free = FreeSpace.at(folder);
        if (needed > free) {
            throw new NotEnoughSpace(needed, free);
        }
    }

    private ProgressMeter meter(RewritePlan plan) {
        long keptBytes = SaturatedSum.of(plan.kept(), kept -> kept.entry().packedSize());
        return new ProgressMeter(
                listener,
                Stage.REWRITING,
                SaturatedSum.of(keptBytes, SaturatedSum.of(plan.added(), FileItem::size)),
                plan.kept().size() + plan.added().size());
    }

    /** What was taken over from the older archive. */
    private List<KeptEntry> write(
            StagedSet staged, RewritePlan plan, PackingReport report, Optional<Secret> password)
            throws IOException {
        Path folder = where.workplace().orElseGet(() -> requireNonNull(archive.getParent()));
        try (KeepingWriter writer =
                ZipArchives.write(staged.add(), plan.options(), password, new SecureRandom())) {
            KeepingReport watch = new KeepingReport(report.meter(), cancel);
            writer.keepAll(opened(), plan.kept(), plan.encryption(), watch);
            writer.addAll(plan.added(), report);
            List<KeptEntry> stays = stays(plan, report.lostPaths());
            writer.keepAll(opened(), stays, plan.encryption(), watch);
            if (plan.keepNote()) {
                writer.keepNote(opened());
            }
            writer.finish();
            report.finish();
            staged.force();
            List<KeptEntry> kept = new ArrayList<>(plan.kept());
            kept.addAll(stays);
            return kept;
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            throw FreeSpace.isUsedUpAt(folder)
                    ? new NotEnoughSpace(opened().listing().archiveBytes(), FreeSpace.at(folder))
                    : new TargetUnusable(folder, e);
        }
    }

    /** What should have been replaced by something that can not be read. */
    private static List<KeptEntry> stays(RewritePlan plan, Set<String> lost) {
        return plan.replaced().stream().filter(entry -> lost.contains(entry.path())).toList();
    }

    private Path publish(StagedSet staged, Target target, boolean inPlace, boolean complete)
            throws IOException {
        try {
            if (!complete && (inPlace || where.elsewhere().replaces())) {
                return staged.publishBeside().get(0);
            }
            if (inPlace) {
                where.beforeReplacing().run();
            }
            return staged.publish(inPlace ? where.replacing() : where.elsewhere()).get(0);
        } catch (FileAlreadyExistsException e) {
            throw new TargetExists(target.path());
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            throw new TargetUnusable(target.folder(), e);
        }
    }

    @Override
    public void close() throws IOException {
        if (opened.isPresent()) {
            opened.get().close();
        }
        reader.close();
    }
}
