package app.lacuna.job;

import app.lacuna.generations.Changes;
import app.lacuna.generations.Generation;
import app.lacuna.selection.LeftOut;
import java.util.List;
import java.util.Optional;

/**
 * What a run of a round has done.
 *
 * @param made absent if nothing had changed since the last generation
 * @param latest the generation that has the files as they are now
 * @param counts against the last generation; of a whole one too, if there was one before
 * @param storedFiles how many files it has itself
 * @param bytes of its file
 * @param removed older ones that were no longer wanted
 * @param brokenBefore ids of generations that were needed, and are gone or broken
 * @param notRemoved how many older generations could not be removed; the next run tries again
 */
public record RoundRun(
        Optional<Generation> made,
        Generation latest,
        Changes.Counts counts,
        int storedFiles,
        long bytes,
        List<LeftOut> leftOut,
        List<String> unsteady,
        List<Generation> removed,
        List<String> brokenBefore,
        int notRemoved) {
    public RoundRun {
        leftOut = List.copyOf(leftOut);
        unsteady = List.copyOf(unsteady);
        removed = List.copyOf(removed);
        brokenBefore = List.copyOf(brokenBefore);
    }

    /** Everything that was to be in it is, as it is on disk. */
    public boolean isComplete() {
        return PackResult.isComplete(leftOut, unsteady);
    }
}
