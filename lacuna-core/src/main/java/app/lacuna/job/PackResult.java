package app.lacuna.job;

import app.lacuna.archive.PackOptions;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.Renamed;
import app.lacuna.staging.FileMarks;
import app.lacuna.verify.ProofReport;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * What was done.
 *
 * @param files the archive: one file, or the parts of a split one in their order
 * @param packed the items as they were when they were read
 * @param unsteady paths inside the archive of files that kept changing while they were read
 * @param proof empty if none was wanted
 * @param marks by which the archive is known again
 * @param originals what was packed and is still readable, with the digests of what was proved, if
 *     they were asked for
 * @param keptInstead the older archive, if it stayed under the name that was asked for because this
 *     one is not complete
 */
public record PackResult(
        List<Path> files,
        PackOptions options,
        long archiveBytes,
        List<FileItem> packed,
        List<LeftOut> leftOut,
        List<Renamed> renamed,
        List<String> unsteady,
        Duration packing,
        Optional<ProofReport> proof,
        FileMarks marks,
        List<ReadableFile> originals,
        Optional<Path> keptInstead) {
    public PackResult {
        files = List.copyOf(files);
        originals = List.copyOf(originals);
    }

    /** The file to open: of a split archive the last part, which any part leads to. */
    public Path archive() {
        return files.get(files.size() - 1);
    }

    public long contentBytes() {
        return packed.stream().mapToLong(FileItem::size).sum();
    }

    /** Everything that was chosen is in, as it is on disk. */
    public boolean isComplete() {
        return isComplete(leftOut, unsteady);
    }

    static boolean isComplete(List<LeftOut> leftOut, List<String> unsteady) {
        return unsteady.isEmpty() && leftOut.stream().noneMatch(l -> l.reason().meansIncomplete());
    }
}
