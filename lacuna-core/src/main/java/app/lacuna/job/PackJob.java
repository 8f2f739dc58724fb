package app.lacuna.job;

import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.archive.zip.ZipArchiveReader;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Secret;
import app.lacuna.base.Spelling;
import app.lacuna.base.Stage;
import app.lacuna.compression.NativeMethods;
import app.lacuna.failure.LacunaException;
import app.lacuna.failure.NotEnoughSpace;
import app.lacuna.failure.NothingToPack;
import app.lacuna.failure.ProofFailed;
import app.lacuna.failure.TargetExists;
import app.lacuna.failure.TargetUnusable;
import app.lacuna.failure.VolumeMissing;
import app.lacuna.proof.Proof;
import app.lacuna.proof.ProofReport;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.OwnOutput;
import app.lacuna.staging.FileMarks;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * From a selection to an archive under its name: written beside the target, flushed, read back and
 * compared, and only then moved to its name. Whatever goes wrong before leaves nothing behind, and
 * an older archive of the same name as it was.
 */
public final class PackJob {
    private final PackRequest request;
    private Optional<Secret> password;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final SecureRandom random;

    /**
     * @param password present exactly if the options protect; the caller closes it
     */
    public PackJob(
            PackRequest request,
            Optional<Secret> password,
            ProgressListener listener,
            CancelToken cancel) {
        this.request = request;
        this.password = password;
        this.listener = listener;
        this.cancel = cancel;
        this.random = new SecureRandom();
    }

    /**
     * @throws TargetExists if the name is taken and may not be
     * @throws ProofFailed if what was written does not come back; it is not kept
     */
    public PackResult run() throws IOException {
        if (password.isEmpty()) {
            return pack();
        }
        try (Secret composed = Spelling.COMPOSED.of(password.get())) {
            password = Optional.of(composed);
            return pack();
        }
    }

    private PackResult pack() throws IOException {
        Target target = Target.of(request.target());
        FileSelection selection = OwnOutput.leaveOut(request.selection(), target.path());
        if (selection.items().isEmpty()) {
            throw new NothingToPack(selection.leftOut().size());
        }
        target.requireUsable(request.ifTargetExists());
        NativeMethods.require(request.options().method(), "");
        try (StagedSet staged = new StagedSet(target, VolumeNames::of, request.workplace())) {
            return run(selection, target, staged);
        }
    }

    private PackResult run(FileSelection selection, Target target, StagedSet staged)
            throws IOException {
        long start = System.nanoTime();
        PackingReport report = write(selection, target, staged);
        Duration packing = Duration.ofNanos(System.nanoTime() - start);
        List<LeftOut> leftOut = new ArrayList<>(selection.leftOut());
        leftOut.addAll(report.leftOut());
        if (report.packed().isEmpty()) {
            throw new NothingToPack(leftOut.size());
        }
        boolean complete = PackResult.isComplete(leftOut, report.unsteady());
        boolean beside = !complete && target.before().isPresent();
        try {
            Optional<ProofReport> proof = proof(staged, report);
            cancel.check();
            Originals originals =
                    new Originals(
                            target.path(),
                            report.packed(),
                            request.afterPacking() == PackRequest.AfterPacking.PROVE_AND_DIGEST);
            List<Path> names = List.of();
            try {
                names = beside ? staged.publishBeside() : staged.publish(request.ifTargetExists());
            } finally {
                originals.packed(names, proof);
            }
            return new PackResult(
                    names,
                    request.options(),
                    bytesOf(names),
                    report.packed(),
                    leftOut,
                    selection.renamed(),
                    report.unsteady(),
                    packing,
                    proof,
                    FileMarks.of(names),
                    originals.files(),
                    beside ? Optional.of(target.path()) : Optional.empty());
        } catch (VolumeMissing e) {
            throw new TargetUnusable(target.folder(), e);
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            // What has just been written can not be read or named: the device is gone.
            throw new TargetUnusable(target.folder(), e);
        }
    }

    private Optional<ProofReport> proof(StagedSet staged, PackingReport report) throws IOException {
        return request.afterPacking() == PackRequest.AfterPacking.TRUST
                ? Optional.empty()
                : Optional.of(prove(staged.temporaries(), report.packed()));
    }

    private static long bytesOf(List<Path> files) throws IOException {
        long bytes = 0;
        for (Path file : files) {
            bytes += Files.size(file);
        }
        return bytes;
    }

    private PackingReport write(FileSelection selection, Target target, StagedSet staged)
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
            throw writingFailed(selection, target, e);
        }
    }

    private ArchiveWriter open(StagedSet staged) throws IOException {
        PackOptions options = request.options();
        return request.volumeBytes().isPresent()
                ? ZipArchives.writeSplit(
                        new StagedParts(staged),
                        request.volumeBytes().getAsLong(),
                        options,
                        password,
                        random)
                : ZipArchives.write(staged.add(), options, password, random);
    }

    /** Sources fail with types of their own, so what arrives here is trouble with the target. */
    private IOException writingFailed(FileSelection selection, Target target, IOException cause) {
        Path folder = request.workplace().orElse(target.folder());
        if (FreeSpace.isUsedUpAt(folder)) {
            return new NotEnoughSpace(selection.totalBytes(), FreeSpace.at(folder));
        }
        return new TargetUnusable(folder, cause);
    }

    private ProofReport prove(List<Path> archive, List<FileItem> packed) throws IOException {
        try (ZipArchiveReader reader = ZipArchives.openForProof(archive);
                OpenedArchive opened =
                        password.isPresent() ? reader.open(password.get()) : reader.open()) {
            Proof proof = new Proof(opened, listener, cancel);
            if (request.afterPacking() == PackRequest.AfterPacking.PROVE_AND_DIGEST) {
                proof.withDigests();
            }
            ProofReport report = proof.against(packed);
            if (!report.archiveIsWhole()) {
                throw new ProofFailed(report.notWhole(), report.entries().size());
            }
            return report.readBack(reader.isPastCache());
        }
    }
}
