package app.lacuna.clearing;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** What became of one file or folder that was to go. */
public record Cleared(Path path, Result result, Optional<IOException> cause) {
    /** How it ended. */
    public enum Result {
        /** Overwritten, then deleted. */
        OVERWRITTEN,
        /** Deleted. */
        DELETED,
        /** This name is gone; the same file has other names, under which it is still there. */
        LINKED_ELSEWHERE,
        /** It was not there any more. */
        NOT_THERE,
        /** It could not be deleted, and is still there. */
        STILL_THERE
    }

    static Cleared of(Path path, Result result) {
        return new Cleared(path, result, Optional.empty());
    }

    static Cleared failed(Path path, IOException cause) {
        return new Cleared(path, Result.STILL_THERE, Optional.of(cause));
    }

    public boolean isGone() {
        return result != Result.STILL_THERE;
    }
}
