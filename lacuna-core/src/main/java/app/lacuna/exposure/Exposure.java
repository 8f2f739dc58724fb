package app.lacuna.exposure;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import java.time.Clock;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;

/**
 * The view of a stranger, who has the archive and not the password.
 *
 * @param archiveName the archive's own name, which everybody sees
 * @param archiveBytes empty before packing
 * @param note the hint or opening note
 * @param entries what the archive shows to be inside
 */
public record Exposure(
        String archiveName,
        OptionalLong archiveBytes,
        String note,
        List<SeenEntry> entries,
        Set<Readable> readable,
        Set<Changeable> changeable,
        Map<Opener, Reach> openers) {
    public Exposure {
        entries = List.copyOf(entries);
        readable = Set.copyOf(readable);
        changeable = Set.copyOf(changeable);
        openers = Map.copyOf(openers);
    }

    /**
     * Of an archive that is going to be packed.
     *
     * @param clock the time of packing is what an archive with hidden names shows
     */
    public static Exposure of(
            FileSelection selection,
            PackOptions options,
            String archiveName,
            boolean split,
            Clock clock) {
        boolean hidden = options.names() == Names.HIDDEN;
        Protection protection = options.protection();
        List<SeenEntry> entries =
                hidden
                        ? List.of(hiddenContents(clock))
                        : selection.items().stream().map(item -> seen(item, protection)).toList();
        String method = options.method().name().toLowerCase(java.util.Locale.ROOT);
        return of(
                archiveName,
                OptionalLong.empty(),
                options.note(),
                entries,
                new ReachFactors(protection, hidden, split, Set.of(method)));
    }

    /** Of a finished archive, whether or not it is unlocked. */
    public static Exposure of(Listing seen) {
        return of(seen, seen);
    }

    /**
     * @param known what is known of the inside, which decides who can open it
     */
    public static Exposure of(Listing seen, Listing known) {
        Protection weakest = seen.weakestProtection();
        Set<String> methods =
                known.entries().stream()
                        .map(ArchiveEntry::method)
                        .collect(java.util.stream.Collectors.toSet());
        return of(
                seen.archive().getFileName().toString(),
                OptionalLong.of(seen.archiveBytes()),
                seen.comment(),
                seen.entries().stream().map(Exposure::seen).toList(),
                new ReachFactors(
                        weakest, seen.names() == Names.HIDDEN, seen.volumes() > 1, methods));
    }

    private static Exposure of(
            String name,
            OptionalLong bytes,
            String note,
            List<SeenEntry> entries,
            ReachFactors form) {
        return new Exposure(
                name,
                bytes,
                note,
                entries,
                readable(form, entries, note),
                changeable(form),
                form.openers());
    }

    private static SeenEntry hiddenContents(Clock clock) {
        return new SeenEntry(
                ZipArchives.HIDDEN_CONTENTS,
                ItemKind.FILE,
                OptionalLong.empty(),
                OptionalLong.empty(),
                clock.instant(),
                false);
    }

    private static SeenEntry seen(FileItem item, Protection protection) {
        return new SeenEntry(
                item.path(),
                item.kind(),
                OptionalLong.of(item.size()),
                OptionalLong.empty(),
                item.modified(),
                protection.strength().isEmpty() && item.kind() != ItemKind.FOLDER);
    }

    private static SeenEntry seen(ArchiveEntry entry) {
        return new SeenEntry(
                entry.path(),
                entry.kind(),
                OptionalLong.of(entry.size()),
                OptionalLong.of(entry.packedSize()),
                entry.modified(),
                entry.checksum().isPresent() && entry.kind() != ItemKind.FOLDER);
    }

    private static Set<Readable> readable(ReachFactors form, List<SeenEntry> entries, String note) {
        Set<Readable> readable = EnumSet.of(Readable.ARCHIVE_NAME, Readable.ARCHIVE_SIZE);
        if (!note.isEmpty()) {
            readable.add(Readable.NOTE);
        }
        if (form.hidden()) {
            readable.add(Readable.DATE_OF_PACKING);
            return readable;
        }
        readable.addAll(
                EnumSet.of(
                        Readable.COUNT,
                        Readable.NAMES,
                        Readable.SIZES,
                        Readable.PACKED_SIZES,
                        Readable.DATES));
        if (entries.stream().anyMatch(SeenEntry::checksum)) {
            readable.add(Readable.CHECKSUMS);
        }
        if (form.protection() == Protection.NONE) {
            readable.add(Readable.CONTENTS);
        }
        return readable;
    }

    /** The authentication code of an entry covers its contents and nothing else. */
    private static Set<Changeable> changeable(ReachFactors form) {
        Set<Changeable> changeable = EnumSet.of(Changeable.ARCHIVE_NAME, Changeable.NOTE);
        if (form.hidden()) {
            return changeable;
        }
        changeable.addAll(EnumSet.of(Changeable.NAMES, Changeable.DATES, Changeable.ENTRIES));
        if (form.protection().strength().isEmpty()) {
            changeable.add(Changeable.CONTENTS);
        }
        return changeable;
    }
}
