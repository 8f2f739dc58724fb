package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Protection;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.time.Instant;
import java.time.ZoneId;
import java.util.OptionalInt;

/** Turns what the headers say of an entry into what the rest of the program knows of it. */
final class EntryViews {
    private EntryViews() {}

    /**
     * @param path with slashes; one at the end marks a folder
     * @param dosFolder whether the attributes of the older system call it a folder
     */
    static ArchiveEntry of(int index, EntryRecord record, String path, boolean dosFolder) {
        String trimmed = path.endsWith("/") ? path.substring(0, path.length() - 1) : path;
        return new ArchiveEntry(
                index,
                trimmed,
                kind(record, path, dosFolder),
                record.size(),
                record.packedSize(),
                record.unixTime()
                        .map(Instant::ofEpochSecond)
                        .orElseGet(() -> DosTime.decode(record.dosTime(), ZoneId.systemDefault())),
                record.unixMode() < 0
                        ? FileItem.NO_PERMISSIONS
                        : record.unixMode() & permissionMask(record),
                protection(record),
                MethodCodes.name(record.method()),
                checksum(record));
    }

    private static ItemKind kind(EntryRecord record, String path, boolean dosFolder) {
        if (path.endsWith("/")) {
            return ItemKind.FOLDER;
        }
        if (record.unixType() == ZipConstants.TYPE_FOLDER) {
            // What has contents is a file, whatever its mode says: they are not thrown away.
            boolean empty = record.size() == 0 && !record.isEncrypted();
            return empty ? ItemKind.FOLDER : ItemKind.FILE;
        }
        if (record.unixType() == ZipConstants.TYPE_LINK) {
            return ItemKind.LINK;
        }
        boolean onlyDos = record.unixMode() < 0 && dosFolder;
        return onlyDos && record.size() == 0 ? ItemKind.FOLDER : ItemKind.FILE;
    }

    private static int permissionMask(EntryRecord record) {
        return record.unixType() == ZipConstants.TYPE_FOLDER
                ? ZipConstants.PERMISSION_MASK | FileItem.STICKY
                : ZipConstants.PERMISSION_MASK;
    }

    private static Protection protection(EntryRecord record) {
        if (!record.isEncrypted()) {
            return Protection.NONE;
        }
        return record.aes().map(Protection::of).orElse(Protection.TRADITIONAL);
    }

    /** AE-2 keeps it to itself. */
    private static OptionalInt checksum(EntryRecord record) {
        return record.aesVersion() == 2 ? OptionalInt.empty() : OptionalInt.of(record.crc());
    }
}
