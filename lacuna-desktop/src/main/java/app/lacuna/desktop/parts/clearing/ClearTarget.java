package app.lacuna.desktop.parts.clearing;

import app.lacuna.clearing.ReadableFile;
import java.nio.file.Path;
import java.util.List;

/**
 * Files that are to go together, because one archive speaks for them.
 *
 * @param onlyPassword whether it may be the only place where the password stands
 * @param leftOut what did not go into it, and is said to stay
 */
public record ClearTarget(
        List<ReadableFile> files, Proofs proofs, boolean onlyPassword, List<Path> leftOut) {
    public ClearTarget(List<ReadableFile> files, Proofs proofs) {
        this(files, proofs, false, List.of());
    }
}
