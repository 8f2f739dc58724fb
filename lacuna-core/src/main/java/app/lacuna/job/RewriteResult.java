package app.lacuna.job;

import app.lacuna.proof.ProofReport;
import app.lacuna.selection.LeftOut;
import java.nio.file.Path;
import java.util.List;

/**
 * An archive that was written anew and proved.
 *
 * @param archive where it is
 * @param kept entries taken over from the older archive
 * @param added entries read from disk
 * @param leftOut what should have gone in and could not be read
 */
public record RewriteResult(
        Path archive,
        long archiveBytes,
        int kept,
        int added,
        List<LeftOut> leftOut,
        ProofReport proof) {
    public RewriteResult {
        leftOut = List.copyOf(leftOut);
    }

    public boolean isComplete() {
        return leftOut.isEmpty();
    }
}
