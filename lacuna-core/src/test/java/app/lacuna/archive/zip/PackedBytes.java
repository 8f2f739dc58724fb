package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.base.Secret;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;

/** The bytes of entries as they lie in an archive, for comparing two archives. */
public final class PackedBytes {
    private PackedBytes() {}

    /** From the local header to the end of the data. */
    public static Map<String, byte[]> byPath(Path archive) throws IOException {
        try (ZipReader reader = ZipReader.open(archive)) {
            return of(reader, true);
        }
    }

    public static Map<String, byte[]> withoutHeaders(Path archive) throws IOException {
        try (ZipReader reader = ZipReader.open(archive)) {
            return of(reader, false);
        }
    }

    /** Those of the archive that a layered one hides. */
    public static Map<String, byte[]> inside(Path archive, String password) throws IOException {
        try (var reader = ZipArchives.open(archive);
                Secret secret = TestTrees.secret(password)) {
            reader.unlock(secret);
            return of(LayeredZipReader.insideOf(reader), true);
        }
    }

    private static Map<String, byte[]> of(ZipReader reader, boolean headers) throws IOException {
        Map<String, byte[]> bytes = new LinkedHashMap<>();
        for (ArchiveEntry entry : reader.listing().entries()) {
            EntryRecord record = reader.record(entry);
            long data = reader.dataStart(entry);
            long start = headers ? record.headerOffset() : data;
            int length = (int) (data + record.packedSize() - start);
            bytes.put(entry.path(), Fields.at(reader.source(), start, length).array());
        }
        return bytes;
    }
}
