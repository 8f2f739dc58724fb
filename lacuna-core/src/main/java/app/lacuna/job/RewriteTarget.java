package app.lacuna.job;

import app.lacuna.staging.Existing;
import java.nio.file.Path;
import java.util.Optional;

/**
 * Which archive is written anew, and where to.
 *
 * @param target the archive itself, to be replaced, or a name that is free
 * @param replacing whether the archive is replaced even if it is marked as read-only
 * @param elsewhere what happens to a file of the name, if it is not the archive itself
 * @param workplace where the new one is until it is proved, if not beside its place
 * @param beforeReplacing called when the new one is proved and is about to take the place of the
 *     old one, which whoever still reads it has to close: some systems do not replace what is open
 */
public record RewriteTarget(
        Path archive,
        Path target,
        Existing replacing,
        Existing elsewhere,
        Optional<Path> workplace,
        Runnable beforeReplacing) {
    public RewriteTarget {
        if (!replacing.replaces()) {
            throw new IllegalArgumentException("a name that is taken is the archive's own");
        }
    }

    public RewriteTarget(Path archive, Path target, Existing replacing, Optional<Path> workplace) {
        this(archive, target, replacing, Existing.KEEP, workplace, () -> {});
    }

    public RewriteTarget(Path archive, Path target) {
        this(archive, target, Existing.REPLACE, Optional.empty());
    }

    public RewriteTarget before(Runnable replacingIt) {
        return new RewriteTarget(archive, target, replacing, elsewhere, workplace, replacingIt);
    }

    /** Somebody has seen that there is another file of this name, and agreed that it goes. */
    public RewriteTarget replacingAnother() {
        return new RewriteTarget(
                archive, target, replacing, Existing.REPLACE, workplace, beforeReplacing);
    }

    public static RewriteTarget inPlace(Path archive) {
        return new RewriteTarget(archive, archive);
    }
}
