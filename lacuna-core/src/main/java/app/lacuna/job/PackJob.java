package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.Limits;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Secret;
import app.lacuna.base.Stage;
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
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedFile.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
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
    private final Optional<Secret> password;
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
        FileSelection selection = OwnOutput.leaveOut(request.selection(), request.target());
        if (selection.items().isEmpty()) {
            throw new NothingToPack(selection.leftOut().size());
        }
        requireUsableTarget();
        try (StagedVolumes staged = new StagedVolumes(request.target())) {
            return run(selection, staged);
        }
    }

    private void requireUsableTarget() throws IOException {
        Path target = request.target();
        if (target.getParent() == null || Files.isDirectory(target)) {
            throw new TargetUnusable(target, null);
        }
        boolean taken = Files.exists(target, LinkOption.NOFOLLOW_LINKS);
        if (taken && request.ifTargetExists() == Existing.KEEP) {
            throw new TargetExists(target);
        }
    }

    private PackResult run(FileSelection selection, StagedVolumes staged) throws IOException {
        long start = System.nanoTime();
        PackingReport report = write(selection, staged);
        Duration packing = Duration.ofNanos(System.nanoTime() - start);
        List<LeftOut> leftOut = new ArrayList<>(selection.leftOut());
        leftOut.addAll(report.leftOut());
        if (report.packed().isEmpty()) {
            throw new NothingToPack(leftOut.size());
        }
        Optional<ProofReport> proof = proveAndPublish(staged, report);
        return new PackResult(
                staged.names(),
                request.options(),
                bytesOf(staged.names()),
                report.packed(),
                leftOut,
                selection.renamed(),
                report.unsteady(),
                packing,
                proof);
    }

    private Optional<ProofReport> proveAndPublish(StagedVolumes staged, PackingReport report)
            throws IOException {
        try {
            Optional<ProofReport> proof =
                    request.afterPacking() == PackRequest.AfterPacking.PROVE
                            ? Optional.of(prove(staged.temporaries(), report.packed()))
                            : Optional.empty();
            cancel.check();
            staged.publish(request.ifTargetExists());
            return proof;
        } catch (VolumeMissing e) {
            throw new TargetUnusable(request.target().getParent(), e);
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            // What has just been written can not be read or named: the device is gone.
            throw new TargetUnusable(request.target().getParent(), e);
        }
    }

    private static long bytesOf(List<Path> files) throws IOException {
        long bytes = 0;
        for (Path file : files) {
            bytes += Files.size(file);
        }
        return bytes;
    }

    private PackingReport write(FileSelection selection, StagedVolumes staged) throws IOException {
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
            throw writingFailed(selection, e);
        }
    }

    private ArchiveWriter open(StagedVolumes staged) throws IOException {
        PackOptions options = request.options();
        return request.volumeBytes().isPresent()
                ? ZipArchives.writeSplit(
                        staged, request.volumeBytes().getAsLong(), options, password, random)
                : ZipArchives.write(staged.add(), options, password, random);
    }

    /** Sources fail with types of their own, so what arrives here is trouble with the target. */
    private IOException writingFailed(FileSelection selection, IOException cause) {
        Path folder = request.target().getParent();
        if (FreeSpace.isUsedUpAt(folder)) {
            return new NotEnoughSpace(selection.totalBytes(), FreeSpace.at(folder));
        }
        return new TargetUnusable(folder, cause);
    }

    private ProofReport prove(List<Path> archive, List<FileItem> packed) throws IOException {
        try (ArchiveReader reader = ZipArchives.open(archive, Limits.NONE)) {
            if (password.isPresent()) {
                reader.unlock(password.get());
            }
            ProofReport report = new Proof(reader, listener, cancel).against(packed);
            if (!report.archiveIsWhole()) {
                throw new ProofFailed(report.notWhole(), report.entries().size());
            }
            return report;
        }
    }
}
