package app.lacuna.archive;

import java.nio.file.Path;
import java.util.List;

/**
 * What is in an archive: all that can be read without its password, or, once it is unlocked, what
 * was hidden by it.
 *
 * @param names hidden if there is one protected entry that holds (or, while it is locked, seems to
 *     hold) the real archive
 * @param archiveBytes the size of the archive itself
 */
public record Listing(
        Path archive, long archiveBytes, String comment, Names names, List<ArchiveEntry> entries) {
    public Listing {
        entries = List.copyOf(entries);
    }

    public long totalBytes() {
        return entries.stream().mapToLong(ArchiveEntry::size).sum();
    }

    public boolean needsPassword() {
        return entries.stream().anyMatch(entry -> entry.protection().needsPassword());
    }

    /**
     * The weakest protection among the entries that have contents; folders have none to protect.
     */
    public Protection weakestProtection() {
        return entries.stream()
                .filter(entry -> entry.kind() != app.lacuna.selection.ItemKind.FOLDER)
                .map(ArchiveEntry::protection)
                .min(java.util.Comparator.naturalOrder())
                .orElse(Protection.NONE);
    }
}
