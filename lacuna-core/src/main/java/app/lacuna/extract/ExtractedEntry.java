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
        /** Something was in its place and was kept. */
        SKIPPED,
        REFUSED,
        DAMAGED,
        UNSUPPORTED,
        NOT_WRITTEN;

        public boolean cameOut() {
            return this == EXTRACTED || this == EXTRACTED_RENAMED;
        }
    }

    static ExtractedEntry out(ArchiveEntry entry, Path target, boolean renamed) {
        Result result = renamed ? Result.EXTRACTED_RENAMED : Result.EXTRACTED;
        return new ExtractedEntry(
                entry, result, Optional.of(target), Optional.empty(), Optional.empty());
    }

    static ExtractedEntry skipped(ArchiveEntry entry) {
        return new ExtractedEntry(
                entry, Result.SKIPPED, Optional.empty(), Optional.empty(), Optional.empty());
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
