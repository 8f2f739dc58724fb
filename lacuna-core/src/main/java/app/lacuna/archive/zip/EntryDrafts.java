package app.lacuna.archive.zip;

import app.lacuna.archive.PackOptions;
import app.lacuna.compression.Method;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;

/** Says of an item what its headers will say, before its data is known. */
final class EntryDrafts {
    private final PackOptions options;
    private final ZoneId zone = ZoneId.systemDefault();

    EntryDrafts(PackOptions options) {
        this.options = options;
    }

    EntryRecord draft(FileItem item) {
        boolean folder = item.kind() == ItemKind.FOLDER;
        boolean encrypted = options.protection().needsPassword() && !folder;
        String path = folder ? item.path() + "/" : item.path();
        return new EntryRecord(
                path.getBytes(StandardCharsets.UTF_8),
                ZipConstants.FLAG_UTF8 | (encrypted ? ZipConstants.FLAG_ENCRYPTED : 0),
                MethodCodes.of(methodFor(item)),
                encrypted ? options.protection().strength() : Optional.empty(),
                encrypted && options.protection().strength().isPresent() ? 2 : 0,
                0,
                0,
                0,
                DosTime.encode(item.modified(), zone),
                timestamp(item.modified()),
                unixMode(item),
                0,
                false);
    }

    /** Links and empty files have nothing to compress. */
    private Method methodFor(FileItem item) {
        boolean compress = item.kind() == ItemKind.FILE && item.size() > 0;
        return compress ? options.method() : Method.STORED;
    }

    private static Optional<Long> timestamp(Instant modified) {
        long seconds = modified.getEpochSecond();
        return NtfsTime.canHold(seconds) ? Optional.of(seconds) : Optional.empty();
    }

    private static int unixMode(FileItem item) {
        return switch (item.kind()) {
            case FILE -> ZipConstants.TYPE_FILE | permissions(item, 0644);
            case FOLDER -> ZipConstants.TYPE_FOLDER | permissions(item, 0755);
            case LINK -> ZipConstants.TYPE_LINK | permissions(item, 0777);
        };
    }

    private static int permissions(FileItem item, int otherwise) {
        return item.permissions() == FileItem.NO_PERMISSIONS ? otherwise : item.permissions();
    }
}
