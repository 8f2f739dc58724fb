package app.lacuna.archive;

import java.nio.file.Path;
import java.util.List;

/**
 * What can be read of an archive without its password.
 *
 * @param archiveBytes the size of the archive itself
 */
public record Listing(Path archive, long archiveBytes, String comment, List<ArchiveEntry> entries) {
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
