package app.lacuna.verify;

import java.io.IOException;
import java.util.Optional;

/**
 * The verdict on one entry, and for a damaged one the cause.
 *
 * @param sha256 of the contents that the archive has, if that was asked for: of files, and of
 *     links, whose contents are what they point to
 */
public record ProofEntry(
        String path, Verdict verdict, Optional<IOException> cause, Optional<String> sha256) {
    static ProofEntry of(String path, Verdict verdict) {
        return new ProofEntry(path, verdict, Optional.empty(), Optional.empty());
    }

    static ProofEntry failed(String path, Verdict verdict, IOException cause) {
        return new ProofEntry(path, verdict, Optional.of(cause), Optional.empty());
    }

    ProofEntry withSha256(String digest) {
        return new ProofEntry(path, verdict, cause, Optional.of(digest));
    }
}
