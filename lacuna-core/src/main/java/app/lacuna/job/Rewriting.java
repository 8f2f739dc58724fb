package app.lacuna.job;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.KeepingWatch;
import app.lacuna.archive.KeptEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Secret;
import app.lacuna.base.Stage;
import app.lacuna.failure.ArchiveChanged;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.InSeveralParts;
import app.lacuna.failure.LacunaException;
import app.lacuna.failure.NotEnoughSpace;
import app.lacuna.failure.NothingToPack;
import app.lacuna.failure.ProofFailed;
import app.lacuna.failure.TargetExists;
import app.lacuna.failure.TargetUnusable;
import app.lacuna.proof.Original;
import app.lacuna.proof.Proof;
import app.lacuna.proof.ProofEntry;
import app.lacuna.proof.ProofReport;
import app.lacuna.proof.Verdict;
import app.lacuna.selection.FileItem;
import app.lacuna.staging.FileMark;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedFile;
import app.lacuna.staging.StagedFile.Existing;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Writes an archive anew out of an existing one: beside its place, flushed, read back and held
 * against the old archive and the files on disk, and only then moved to its name. Until that last
 * step the old archive is untouched, and after it the new one is whole.
 *
 * <p>Call order: {@link #reader} to plan, {@link #write} once, {@link #close}.
 */
final class Rewriting implements AutoCloseable {
    private final Path archive;
    private final FileMark mark;
    private final ArchiveReader reader;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * Opens, unlocks and, where one code protects everything, checks the archive.
     *
     * @param password absent if it has none
     */
    Rewriting(
            Path archive, Optional<Secret> password, ProgressListener listener, CancelToken cancel)
            throws IOException {
        this.archive = archive.toRealPath();
        this.listener = listener;
        this.cancel = cancel;
        this.mark = FileMark.of(this.archive);
        this.reader = Archives.open(this.archive, Limits.NONE);
        try {
            if (password.isPresent()) {
                reader.unlock(password.get());
            }
            reader.check(listener, cancel);
        } catch (IOException | RuntimeException e) {
            reader.close();
            throw e;
        }
    }

    ArchiveReader reader() {
        return reader;
    }

    /**
     * @param target the archive itself, which is replaced, or a name that is free
     * @param password that of the new archive, if it has one
     */
    RewriteResult write(Path target, RewritePlan plan, Optional<Secret> password)
            throws IOException {
        Path place = place(target);
        if (plan.kept().isEmpty() && plan.added().isEmpty()) {
            throw new NothingToPack(0);
        }
        requireSpace(place, plan);
        try (StagedFile staged = staged(place)) {
            PackingReport report = write(staged, plan, password);
            ProofReport proof = prove(staged, plan, report, password);
            cancel.check();
            if (!mark.isStill(archive)) {
                throw new ArchiveChanged(archive);
            }
            reader.close();
            publish(staged, place);
            return new RewriteResult(
                    place,
                    Files.size(place),
                    plan.kept().size(),
                    report.packed().size(),
                    report.leftOut(),
                    proof);
        }
    }

    /** What replaces an archive is not readable by more people than that was, at no moment. */
    private StagedFile staged(Path place) throws IOException {
        return place.equals(archive) ? StagedFile.privateBeside(place) : StagedFile.beside(place);
    }

    private Path place(Path target) throws IOException {
        Path absolute = target.toAbsolutePath().normalize();
        boolean taken = Files.exists(absolute, LinkOption.NOFOLLOW_LINKS);
        if (taken && !Files.isSameFile(absolute, archive)) {
            throw new TargetExists(absolute);
        }
        if (taken && reader.listing().volumes() > 1) {
            throw new InSeveralParts(archive);
        }
        return taken ? archive : absolute;
    }

    private void requireSpace(Path place, RewritePlan plan) throws NotEnoughSpace {
        long needed =
                reader.listing().archiveBytes()
                        + plan.added().stream().mapToLong(FileItem::size).sum();
        long free = FreeSpace.at(place.getParent());
        if (needed > free) {
            throw new NotEnoughSpace(needed, free);
        }
    }

    private PackingReport write(StagedFile staged, RewritePlan plan, Optional<Secret> password)
            throws IOException {
        long keptBytes = plan.kept().stream().mapToLong(kept -> kept.entry().packedSize()).sum();
        long addedBytes = plan.added().stream().mapToLong(FileItem::size).sum();
        ProgressMeter meter =
                new ProgressMeter(
                        listener,
                        Stage.REWRITING,
                        keptBytes + addedBytes,
                        plan.kept().size() + plan.added().size());
        PackingReport report = new PackingReport(meter, cancel);
        try (ArchiveWriter writer =
                ZipArchives.write(staged.channel(), plan.options(), password, new SecureRandom())) {
            writer.keepAll(reader, plan.kept(), plan.sealing(), new Kept(meter, cancel));
            writer.addAll(plan.added(), report);
            if (plan.keepNote()) {
                writer.keepNote(reader);
            }
            writer.finish();
            meter.finish();
            staged.force();
            return report;
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            Path folder = staged.temporary().getParent();
            throw FreeSpace.isUsedUpAt(folder)
                    ? new NotEnoughSpace(keptBytes + addedBytes, FreeSpace.at(folder))
                    : new TargetUnusable(folder, e);
        }
    }

    private record Kept(ProgressMeter meter, CancelToken cancel) implements KeepingWatch {
        @Override
        public void onBytes(KeptEntry entry, long bytes) {
            meter.startItem(entry.path());
            meter.addBytes(bytes);
        }

        @Override
        public void onKept(KeptEntry entry) {
            meter.itemDone();
        }

        @Override
        public void check() {
            cancel.check();
        }
    }

    private ProofReport prove(
            StagedFile staged, RewritePlan plan, PackingReport report, Optional<Secret> password)
            throws IOException {
        Map<String, Original> originals = new LinkedHashMap<>();
        for (KeptEntry kept : plan.kept()) {
            ArchiveEntry entry = kept.entry();
            originals.putIfAbsent(kept.path(), new Original.InArchive(reader, entry));
        }
        report.packed().forEach(item -> originals.put(item.path(), new Original.OnDisk(item)));
        try (ArchiveReader made = ZipArchives.open(List.of(staged.temporary()), Limits.NONE)) {
            if (password.isPresent()) {
                made.unlock(password.get());
            }
            ProofReport proof = new Proof(made, listener, cancel).against(originals);
            requireWhole(proof, plan.kept().size() + report.packed().size());
            return proof;
        }
    }

    /** An entry that was damaged before is the archive's trouble, not the new one's. */
    private static void requireWhole(ProofReport proof, int expected) throws IOException {
        for (ProofEntry entry : proof.entries()) {
            if (entry.verdict() == Verdict.DAMAGED
                    && entry.cause().orElseThrow() instanceof DamagedArchive damage) {
                throw damage;
            }
        }
        if (!proof.archiveIsWhole() || proof.entries().size() != expected) {
            throw new ProofFailed(Math.max(1, proof.notWhole()), proof.entries().size());
        }
    }

    private void publish(StagedFile staged, Path place) throws IOException {
        boolean replaces = place.equals(archive);
        try {
            if (replaces) {
                mark.givePermissionsTo(staged.temporary());
            }
            staged.publishAs(place, replaces ? Existing.REPLACE : Existing.KEEP);
        } catch (FileAlreadyExistsException e) {
            throw new TargetExists(place);
        } catch (IOException e) {
            throw new TargetUnusable(place.getParent(), e);
        }
    }

    @Override
    public void close() throws IOException {
        reader.close();
    }
}
