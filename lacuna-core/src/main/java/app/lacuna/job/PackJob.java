package app.lacuna.job;

import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.clearing.ArchiveFingerprint;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.compression.NativeMethods;
import app.lacuna.error.NothingToPack;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetExists;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.staging.StagedSet;
import app.lacuna.staging.Target;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
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
        Packing.Packed packed =
                new Packing(
                                request.options(),
                                request.volumeBytes(),
                                request.afterPacking(),
                                password,
                                listener,
                                cancel)
                        .into(staged, selection, request.workplace().orElse(target.folder()));
        List<FileItem> items = packed.report().packed();
        List<String> unsteady = packed.report().unsteady();
        boolean complete = PackResult.isComplete(packed.leftOut(), unsteady);
        boolean beside = !complete && target.before().isPresent();
        try {
            cancel.check();
            Originals originals =
                    new Originals(
                            target.path(),
                            items,
                            request.afterPacking() == PackRequest.AfterPacking.PROVE_AND_DIGEST);
            List<Path> temporaries = staged.temporaries();
            long bytes = bytesOf(temporaries); // nothing fails when the names are there
            List<Path> names =
                    originals.whilePublishing(
                            ArchiveFingerprint.of(temporaries.get(temporaries.size() - 1)),
                            packed.proof(),
                            () ->
                                    beside
                                            ? staged.publishBeside()
                                            : staged.publish(request.ifTargetExists()));
            return new PackResult(
                    names,
                    request.options(),
                    bytes,
                    items,
                    packed.leftOut(),
                    selection.renamed(),
                    unsteady,
                    packed.packing(),
                    packed.proof(),
                    staged.marks(),
                    originals.files(),
                    beside ? Optional.of(target.path()) : Optional.empty());
        } catch (IOException e) {
            throw Packing.asTrouble(e, target.folder());
        }
    }

    static long bytesOf(List<Path> files) throws IOException {
        long bytes = 0;
        for (Path file : files) {
            bytes += Files.size(file);
        }
        return bytes;
    }
}
