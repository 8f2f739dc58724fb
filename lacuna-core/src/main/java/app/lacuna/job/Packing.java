package app.lacuna.job;

import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.tar.TarArchives;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.error.LacunaException;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.NothingToPack;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetUnusable;
import app.lacuna.error.VolumeMissing;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedSet;
import app.lacuna.verify.Proof;
import app.lacuna.verify.ProofReport;
import java.io.IOException;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * The work of packing up to the moment before the archive gets its name: written, flushed, read
 * back and compared.
 */
final class Packing {
    private final PackOptions options;
    private final OptionalLong volumeBytes;
    private final AfterPacking afterPacking;
    private final Optional<Secret> password;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final SecureRandom random = new SecureRandom();

    /**
     * @param password composed; the caller closes it
     */
    Packing(
            PackOptions options,
            OptionalLong volumeBytes,
            AfterPacking afterPacking,
            Optional<Secret> password,
            ProgressListener listener,
            CancelToken cancel) {
        this.options = options;
        this.volumeBytes = volumeBytes;
        this.afterPacking = afterPacking;
        this.password = password;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * What lies in the set.
     *
     * @param leftOut what could not be packed, while choosing or while reading
     */
    record Packed(
            PackingReport report,
            List<LeftOut> leftOut,
            Duration packing,
            Optional<ProofReport> proof) {}

    /**
     * @param place where the files are while they are written
     * @throws ProofFailed if what was written does not come back
     */
    Packed into(StagedSet staged, FileSelection selection, Path place) throws IOException {
        long start = System.nanoTime();
        PackingReport report = write(selection, place, staged);
        Duration packing = Duration.ofNanos(System.nanoTime() - start);
        List<LeftOut> leftOut = new ArrayList<>(selection.leftOut());
        leftOut.addAll(report.leftOut());
        if (report.packed().isEmpty()) {
            throw new NothingToPack(leftOut.size());
        }
        try {
            return new Packed(report, leftOut, packing, proof(staged, report));
        } catch (IOException e) {
            throw asTrouble(e, place);
        }
    }

    /** What has just been written can not be read or named: the device is gone. */
    static IOException asTrouble(IOException e, Path place) {
        boolean known = e instanceof LacunaException && !(e instanceof VolumeMissing);
        return known ? e : new TargetUnusable(place, e);
    }

    private Optional<ProofReport> proof(StagedSet staged, PackingReport report) throws IOException {
        return afterPacking == AfterPacking.TRUST
                ? Optional.empty()
                : Optional.of(prove(staged.temporaries(), report.packed()));
    }

    private PackingReport write(FileSelection selection, Path place, StagedSet staged)
            throws IOException {
        try (ArchiveWriter writer = open(staged)) {
            ProgressMeter meter =
                    new ProgressMeter(
                            listener,
                            Stage.PACKING,
                            selection.totalBytes(),
                            selection.items().size());
            PackingReport report = new PackingReport(meter, cancel);
            writer.addAll(selection.items(), report);
            writer.finish();
            meter.finish();
            staged.force();
            return report;
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            throw writingFailed(selection, place, e);
        }
    }

    private ArchiveWriter open(StagedSet staged) throws IOException {
        if (options.form().isBackup()) {
            return TarArchives.write(staged.add(), options, password.orElseThrow(), random);
        }
        return volumeBytes.isPresent()
                ? ZipArchives.writeSplit(
                        new StagedParts(staged), volumeBytes.getAsLong(), options, password, random)
                : ZipArchives.write(staged.add(), options, password, random);
    }

    /** Sources fail with types of their own, so what arrives here is trouble with the target. */
    private static IOException writingFailed(
            FileSelection selection, Path place, IOException cause) {
        if (FreeSpace.isUsedUpAt(place)) {
            return new NotEnoughSpace(selection.totalBytes(), FreeSpace.at(place));
        }
        return new TargetUnusable(place, cause);
    }

    private ProofReport prove(List<Path> archive, List<FileItem> packed) throws IOException {
        try (ProofReading reader = ProofReading.of(archive, options.form());
                OpenedArchive opened = reader.open(password, listener, cancel)) {
            Proof proof = new Proof(opened, listener, cancel);
            if (afterPacking == AfterPacking.PROVE_AND_DIGEST) {
                proof.withDigests();
            }
            ProofReport report = proof.against(packed);
            if (!report.archiveIsWhole()) {
                ProofFailed failed = new ProofFailed(report.notWhole(), report.entries().size());
                report.entries().stream()
                        .flatMap(entry -> entry.cause().stream())
                        .findFirst()
                        .ifPresent(failed::initCause);
                throw failed;
            }
            return report.readBack(reader.isPastCache());
        }
    }
}
