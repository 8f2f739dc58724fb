package app.lacuna.job;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.tar.TarArchives;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.LacunaException;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetUnusable;
import app.lacuna.generations.FileStamp;
import app.lacuna.rounds.Backup;
import app.lacuna.selection.FileItem;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedFile;
import app.lacuna.verify.Proof;
import app.lacuna.verify.ProofReport;
import java.io.IOException;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * Writes one archive of a backup with a text of ours at its end, proves it, and gives it its name.
 *
 * @param <T> what the text is made of
 */
final class BackupFile<T> {
    private final Backup backup;
    private final Secret password;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /**
     * What was written.
     *
     * @param stamp of the file that was verified
     */
    record Written<T>(T made, FileStamp stamp) {}

    /** What stands at the end of the archive. */
    record Text(String path, byte[] bytes, Instant time) {}

    /** How many faults there are in what was written, beyond those of the proof. */
    interface Check<T> {
        int faults(OpenedArchive opened, T made, ProofReport proof) throws IOException;
    }

    /**
     * @param password composed; the caller closes it
     */
    BackupFile(Backup backup, Secret password, ProgressListener listener, CancelToken cancel) {
        this.backup = backup;
        this.password = password;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * @param making called when all items are in
     * @throws ProofFailed if it does not come back as it should; nothing is left of it then
     */
    Written<T> write(
            Path file,
            List<FileItem> items,
            GenerationReport report,
            Supplier<T> making,
            Function<T, Text> asText,
            Check<T> check)
            throws IOException {
        Path folder = requireNonNull(file.getParent());
        try (StagedFile staged = StagedFile.privateIn(folder)) {
            T made;
            try (ArchiveWriter writer = open(staged)) {
                report.start(items);
                writer.addAll(items, report);
                made = making.get();
                Text text = asText.apply(made);
                writer.addText(text.path(), text.bytes(), text.time());
                writer.finish();
                report.finish();
                staged.force();
            }
            prove(staged.temporary(), report.packed(), made, check);
            cancel.check();
            FileStamp stamp = FileStamp.of(staged.temporary()); // another file may get its name
            staged.publishAs(file, Existing.KEEP);
            return new Written<>(made, stamp);
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            throw FreeSpace.isUsedUpAt(folder)
                    ? new NotEnoughSpace(report.bytes(), FreeSpace.at(folder))
                    : new TargetUnusable(folder, e);
        }
    }

    private ArchiveWriter open(StagedFile staged) throws IOException {
        SecureRandom random = new SecureRandom();
        return backup.form().isBackup()
                ? TarArchives.write(staged.channel(), backup.options(), password, random)
                : ZipArchives.write(
                        staged.channel(), backup.options(), Optional.of(password), random);
    }

    private void prove(Path file, List<FileItem> packed, T made, Check<T> check)
            throws IOException {
        try (ProofReading reader = ProofReading.of(List.of(file), backup.form());
                OpenedArchive opened = reader.open(Optional.of(password), listener, cancel)) {
            ProofReport proof = new Proof(opened, listener, cancel).withDigests().against(packed);
            int faults = proof.notWhole() + check.faults(opened, made, proof);
            if (faults > 0) {
                throw new ProofFailed(faults, proof.entries().size());
            }
        }
    }
}
