package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.base.CancelToken;
import app.lacuna.base.FreeSpace;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Secret;
import app.lacuna.base.Stage;
import app.lacuna.base.StagedFile;
import app.lacuna.base.StagedFile.Existing;
import app.lacuna.failure.LacunaException;
import app.lacuna.failure.NotEnoughSpace;
import app.lacuna.failure.NothingToPack;
import app.lacuna.failure.ProofFailed;
import app.lacuna.failure.TargetExists;
import app.lacuna.failure.TargetUnusable;
import app.lacuna.proof.Proof;
import app.lacuna.proof.ProofReport;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.OwnOutput;
import java.io.IOException;
import java.nio.file.FileAlreadyExistsException;
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
        try (StagedFile staged = stage()) {
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

    private StagedFile stage() throws TargetUnusable {
        try {
            return StagedFile.beside(request.target());
        } catch (IOException e) {
            throw new TargetUnusable(request.target().getParent(), e);
        }
    }

    private PackResult run(FileSelection selection, StagedFile staged) throws IOException {
        long start = System.nanoTime();
        ItemPacker packer = write(selection, staged);
        Duration packing = Duration.ofNanos(System.nanoTime() - start);
        List<LeftOut> leftOut = new ArrayList<>(selection.leftOut());
        leftOut.addAll(packer.leftOut());
        if (packer.packed().isEmpty()) {
            throw new NothingToPack(leftOut.size());
        }
        Optional<ProofReport> proof =
                request.afterPacking() == PackRequest.AfterPacking.PROVE
                        ? Optional.of(prove(staged.temporary(), packer.packed()))
                        : Optional.empty();
        cancel.check();
        publish(staged);
        return new PackResult(
                request.target(),
                request.options(),
                Files.size(request.target()),
                packer.packed(),
                leftOut,
                selection.renamed(),
                packer.unsteady(),
                packing,
                proof);
    }

    private ItemPacker write(FileSelection selection, StagedFile staged) throws IOException {
        try (ArchiveWriter writer =
                ZipArchives.write(staged.channel(), request.options(), password, random)) {
            ProgressMeter meter =
                    new ProgressMeter(
                            listener,
                            Stage.PACKING,
                            selection.totalBytes(),
                            selection.items().size());
            ItemPacker packer = new ItemPacker(writer, meter, cancel);
            for (FileItem item : selection.items()) {
                packer.pack(item);
            }
            writer.finish();
            meter.finish();
            staged.force();
            return packer;
        } catch (LacunaException e) {
            throw e;
        } catch (IOException e) {
            throw writingFailed(selection, e);
        }
    }

    /** Sources fail with types of their own, so what arrives here is trouble with the target. */
    private IOException writingFailed(FileSelection selection, IOException cause) {
        Path folder = request.target().getParent();
        if (FreeSpace.isUsedUpAt(folder)) {
            return new NotEnoughSpace(selection.totalBytes(), FreeSpace.at(folder));
        }
        return new TargetUnusable(folder, cause);
    }

    private ProofReport prove(Path archive, List<FileItem> packed) throws IOException {
        try (ArchiveReader reader = Archives.open(archive)) {
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

    private void publish(StagedFile staged) throws IOException {
        try {
            staged.publish(request.ifTargetExists());
        } catch (FileAlreadyExistsException e) {
            throw new TargetExists(request.target());
        }
    }
}
