package app.lacuna.clearing;

import java.nio.file.Path;
import java.time.Instant;

/** A readable file that the user had made, and that is there until the user clears it. */
public record ReadableCopy(Path path, Kind kind, Instant since) {
    /** How it came to be. */
    public enum Kind {
        /** Taken out of an archive. */
        EXTRACTED,
        /** A page with a password. */
        KEY_SLIP
    }
}
