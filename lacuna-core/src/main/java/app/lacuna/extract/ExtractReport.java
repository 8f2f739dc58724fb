package app.lacuna.extract;

import java.nio.file.Path;
import java.util.List;

/** What became of every entry that was to come out. */
public record ExtractReport(Path folder, List<ExtractedEntry> entries, List<Path> madeFolders) {
    public ExtractReport {
        entries = List.copyOf(entries);
        madeFolders = List.copyOf(madeFolders);
    }

    public long count(ExtractedEntry.Result result) {
        return entries.stream().filter(entry -> entry.result() == result).count();
    }

    public long cameOut() {
        return entries.stream().filter(entry -> entry.result().cameOut()).count();
    }

    /** Bytes of the files that came out. */
    public long bytes() {
        return entries.stream()
                .filter(entry -> entry.result().cameOut())
                .mapToLong(entry -> entry.entry().size())
                .sum();
    }

    /** Everything came out, or was left because the user said so. */
    public boolean isComplete() {
        return entries.stream()
                .allMatch(
                        entry ->
                                entry.result().cameOut()
                                        || entry.result() == ExtractedEntry.Result.SKIPPED);
    }
}
