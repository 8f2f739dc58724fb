package app.lacuna.job;

import app.lacuna.archive.PackOptions;
import app.lacuna.selection.FileSelection;
import app.lacuna.staging.Existing;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * What to pack, where to, and how.
 *
 * @param volumeBytes the size of the parts, if the archive is to be split
 * @param ifTargetExists whether an archive of that name may be replaced; it is replaced only by one
 *     that has been proved, if a proof is wanted, and never by a split one: many files can not be
 *     exchanged in one step
 * @param workplace where the archive is until it is proved, if not beside its place
 */
public record PackRequest(
        FileSelection selection,
        Path target,
        PackOptions options,
        OptionalLong volumeBytes,
        Existing ifTargetExists,
        AfterPacking afterPacking,
        Optional<Path> workplace) {

    /** What makes certain that it can be opened. */
    public enum AfterPacking {
        PROVE,
        /** The same, and the digest of each file is kept: it takes longer. */
        PROVE_AND_DIGEST,
        TRUST
    }

    public PackRequest {
        target = target.toAbsolutePath();
        if (volumeBytes.isPresent() && ifTargetExists.replaces()) {
            throw new IllegalArgumentException("a split archive replaces nothing");
        }
    }

    /** In one file. */
    public PackRequest(
            FileSelection selection,
            Path target,
            PackOptions options,
            Existing ifTargetExists,
            AfterPacking afterPacking) {
        this(
                selection,
                target,
                options,
                OptionalLong.empty(),
                ifTargetExists,
                afterPacking,
                Optional.empty());
    }
}
