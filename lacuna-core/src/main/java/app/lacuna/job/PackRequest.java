package app.lacuna.job;

import app.lacuna.archive.PackOptions;
import app.lacuna.base.StagedFile.Existing;
import app.lacuna.selection.FileSelection;
import java.nio.file.Path;

/**
 * What to pack, where to, and how.
 *
 * @param ifTargetExists whether an archive of that name may be replaced; it is replaced only by one
 *     that has been proved, if a proof is wanted
 */
public record PackRequest(
        FileSelection selection,
        Path target,
        PackOptions options,
        Existing ifTargetExists,
        AfterPacking afterPacking) {

    public enum AfterPacking {
        PROVE,
        TRUST
    }

    public PackRequest {
        target = target.toAbsolutePath().normalize();
    }
}
