package app.lacuna.job;

import app.lacuna.selection.LeftOut;
import app.lacuna.verify.ProofReport;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * An archive that was written anew and proved.
 *
 * @param archive where it is
 * @param kept entries taken over from the older archive
 * @param added entries read from disk
 * @param leftOut what should have gone in and could not be read; what it was to replace stayed
 * @param unsteady paths of what kept changing while it was read
 * @param keptInstead the older archive, if it stayed in its place because this one is not complete
 * @param droppedBytes what stood behind the end of the older archive, and is not in this one
 */
public record RewriteResult(
        Path archive,
        long archiveBytes,
        int kept,
        int added,
        List<LeftOut> leftOut,
        List<String> unsteady,
        ProofReport proof,
        Optional<Path> keptInstead,
        long droppedBytes) {
    public RewriteResult {
        leftOut = List.copyOf(leftOut);
    }

    public boolean isComplete() {
        return PackResult.isComplete(leftOut, unsteady);
    }
}
