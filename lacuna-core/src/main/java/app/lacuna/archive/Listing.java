package app.lacuna.archive;

import app.lacuna.common.SaturatedSum;
import app.lacuna.selection.ItemKind;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;

/**
 * What is in an archive: all that can be read without its password, or, once it is unlocked, what
 * was hidden by it.
 *
 * @param names hidden if there is one protected entry that holds (or, while it is locked, seems to
 *     hold) the real archive
 * @param archive the file, of a split archive the last
 * @param archiveBytes the size of the archive itself, all parts together
 * @param volumes how many files it is in
 * @param comment a hint or opening note that everybody can read, without the password
 */
public record Listing(
        Path archive,
        long archiveBytes,
        int volumes,
        String comment,
        Names names,
        List<ArchiveEntry> entries) {
    public Listing {
        entries = List.copyOf(entries);
    }

    /** The same archive with other entries. */
    public Listing with(Names otherNames, List<ArchiveEntry> otherEntries) {
        return new Listing(archive, archiveBytes, volumes, comment, otherNames, otherEntries);
    }

    /** Never negative: what is more than a number holds is the largest there is. */
    public long totalBytes() {
        return SaturatedSum.of(entries, ArchiveEntry::size);
    }

    /**
     * Entries that stand open in an archive that has a password: whoever has the archive could have
     * put them there, or changed them.
     */
    public List<ArchiveEntry> unprotected() {
        return needsPassword()
                ? entries.stream().filter(ArchiveEntry::standsOpen).toList()
                : List.of();
    }

    public boolean needsPassword() {
        return entries.stream().anyMatch(entry -> entry.protection().needsPassword());
    }

    /** The weakest protection among the entries that have one; none if none has. */
    public Protection weakestOfProtected() {
        return entries.stream()
                .map(ArchiveEntry::protection)
                .filter(Protection::needsPassword)
                .min(Comparator.naturalOrder())
                .orElse(Protection.NONE);
    }

    /**
     * The weakest protection among the entries that have contents; folders have none to protect.
     */
    public Protection weakestProtection() {
        return entries.stream()
                .filter(entry -> entry.kind() != ItemKind.FOLDER)
                .map(ArchiveEntry::protection)
                .min(Comparator.naturalOrder())
                .orElse(Protection.NONE);
    }
}
