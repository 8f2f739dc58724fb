package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/**
 * What became of one entry.
 *
 * @param target where it is now, if it came out
 * @param refusal why its name was refused, with {@link Result#REFUSED}
 * @param cause what went wrong, with {@link Result#DAMAGED}, UNSUPPORTED and NOT_WRITTEN
 */
public record ExtractedEntry(
        ArchiveEntry entry,
        Result result,
        Optional<Path> target,
        Optional<NameRefusal> refusal,
        Optional<IOException> cause) {

    public enum Result {
        EXTRACTED,
        /** It came out under another name than it has in the archive. */
        EXTRACTED_RENAMED,
        /** A link whose target is written a little differently, and means the same. */
        EXTRACTED_ALTERED,
        /** Something was in its place and was kept. */
        SKIPPED,
        REFUSED,
        /**
         * It stands open in an archive that has a password, so anybody could have put it there. It
         * was left, because nobody has said that it may come out all the same.
         */
        UNPROTECTED,
        /** The extraction has ended before. */
        NOT_REACHED,
        DAMAGED,
        UNSUPPORTED,
        NOT_WRITTEN;

        public boolean cameOut() {
            return this == EXTRACTED || this == EXTRACTED_RENAMED || this == EXTRACTED_ALTERED;
        }
    }

    static ExtractedEntry out(ArchiveEntry entry, Path target, boolean renamed) {
        Result result = renamed ? Result.EXTRACTED_RENAMED : Result.EXTRACTED;
        return new ExtractedEntry(
                entry, result, Optional.of(target), Optional.empty(), Optional.empty());
    }

    ExtractedEntry altered() {
        return new ExtractedEntry(entry, Result.EXTRACTED_ALTERED, target, refusal, cause);
    }

    static ExtractedEntry skipped(ArchiveEntry entry) {
        return new ExtractedEntry(
                entry, Result.SKIPPED, Optional.empty(), Optional.empty(), Optional.empty());
    }

    static ExtractedEntry unprotected(ArchiveEntry entry) {
        return new ExtractedEntry(
                entry, Result.UNPROTECTED, Optional.empty(), Optional.empty(), Optional.empty());
    }

    static ExtractedEntry notReached(ArchiveEntry entry) {
        return new ExtractedEntry(
                entry, Result.NOT_REACHED, Optional.empty(), Optional.empty(), Optional.empty());
    }

    static ExtractedEntry refused(ArchiveEntry entry, NameRefusal why) {
        return new ExtractedEntry(
                entry, Result.REFUSED, Optional.empty(), Optional.of(why), Optional.empty());
    }

    static ExtractedEntry failed(ArchiveEntry entry, Result result, IOException cause) {
        return new ExtractedEntry(
                entry, result, Optional.empty(), Optional.empty(), Optional.of(cause));
    }
}
