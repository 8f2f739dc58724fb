package app.lacuna.desktop.session;

import java.time.Instant;
import java.util.Optional;

/**
 * How far the check of the whole archive is.
 *
 * @param percent while it runs
 * @param damaged how many of the entries are not whole
 * @param ended when it came to its end
 */
public record CheckState(
        Kind kind, int percent, int damaged, int entries, Optional<Instant> ended) {
    /** What is known. */
    public enum Kind {
        NOT_YET,
        RUNNING,
        /** It could not be brought to its end. */
        GIVEN_UP,
        WHOLE,
        /** All of it can be read; the format has nothing to check it by. */
        READABLE,
        /** Some files are damaged; the others were checked. */
        DAMAGED,
        /** All of it can be read; some of it anybody could have put there. */
        UNPROTECTED,
        /** One code stands for everything, and it does not match. */
        CHANGED,
        /** Of what is left of a damaged archive each file shows by itself whether it is whole. */
        SALVAGED
    }

    static final CheckState NOT_YET = of(Kind.NOT_YET);

    static CheckState of(Kind kind) {
        return new CheckState(kind, 0, 0, 0, Optional.empty());
    }

    static CheckState running(int percent) {
        return new CheckState(Kind.RUNNING, percent, 0, 0, Optional.empty());
    }

    static CheckState ended(Kind kind, int damaged, int entries, Instant when) {
        return new CheckState(kind, 0, damaged, entries, Optional.of(when));
    }
}
