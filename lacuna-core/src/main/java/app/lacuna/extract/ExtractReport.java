package app.lacuna.extract;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.SaturatedSum;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What became of every entry that was to come out, however the extraction has ended.
 *
 * @param readable what has come out and is there, as it was then, and the folders that were made
 * @param madeFolders those that were not there before
 * @param withoutAttributes what came out without its time or its permissions
 * @param stopped why not everything was tried: it was cancelled ({@link
 *     java.util.concurrent.CancellationException}), or could not go on; absent at a usual end
 */
public record ExtractReport(
        Path folder,
        List<ExtractedEntry> entries,
        List<ReadableFile> readable,
        List<Path> madeFolders,
        List<Path> withoutAttributes,
        Optional<Exception> stopped) {
    public ExtractReport {
        entries = List.copyOf(entries);
        readable = List.copyOf(readable);
        madeFolders = List.copyOf(madeFolders);
        withoutAttributes = List.copyOf(withoutAttributes);
    }

    public long count(ExtractedEntry.Result result) {
        return entries.stream().filter(entry -> entry.result() == result).count();
    }

    public long cameOut() {
        return entries.stream().filter(entry -> entry.result().cameOut()).count();
    }

    /** Bytes of the files that came out. */
    public long bytes() {
        return SaturatedSum.of(
                entries.stream().filter(entry -> entry.result().cameOut()).toList(),
                entry -> entry.entry().size());
    }

    /** Everything came out, or was left because the user said so. */
    public boolean isComplete() {
        return stopped.isEmpty()
                && entries.stream()
                        .allMatch(
                                entry ->
                                        entry.result().cameOut()
                                                || entry.result() == ExtractedEntry.Result.SKIPPED);
    }
}
