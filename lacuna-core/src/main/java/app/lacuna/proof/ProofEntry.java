package app.lacuna.proof;

import java.io.IOException;
import java.util.Optional;

/** The verdict on one entry, and for a damaged one the cause. */
public record ProofEntry(String path, Verdict verdict, Optional<IOException> cause) {
    static ProofEntry of(String path, Verdict verdict) {
        return new ProofEntry(path, verdict, Optional.empty());
    }
}
