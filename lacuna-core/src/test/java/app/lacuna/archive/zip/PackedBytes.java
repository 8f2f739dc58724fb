package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.common.Secret;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;

/** The bytes of entries as they lie in an archive, for comparing two archives. */
public final class PackedBytes {
    private PackedBytes() {}

    /** From the local header to the end of the data. */
    public static Map<String, byte[]> byPath(Path archive) throws IOException {
        return of(archive, true);
    }

    public static Map<String, byte[]> withoutHeaders(Path archive) throws IOException {
        return of(archive, false);
    }

    private static Map<String, byte[]> of(Path archive, boolean headers) throws IOException {
        Map<String, byte[]> bytes = new LinkedHashMap<>();
        try (ZipReader reader = ZipReader.open(archive)) {
            EntryStreams streams = new EntryStreams(reader.source(), reader.records());
            for (ArchiveEntry entry : reader.outside().entries()) {
                EntryRecord record = reader.record(entry);
                long data = streams.dataStart(entry);
                long start = headers ? record.headerOffset() : data;
                bytes.put(entry.path(), of(reader, start, data + record.packedSize()));
            }
            return bytes;
        }
    }

    /** Those of the archive that a layered one hides. */
    public static Map<String, byte[]> inside(Path archive, String password) throws IOException {
        try (ZipArchiveReader reader = ZipArchives.open(archive);
                Secret secret = TestTrees.secret(password);
                OpenedZip opened = reader.open(secret)) {
            Map<String, byte[]> bytes = new LinkedHashMap<>();
            ZipContents inside = opened.contents();
            for (ArchiveEntry entry : inside.listing().entries()) {
                EntryRecord record = inside.reader().record(entry);
                long end = inside.dataStart(entry) + record.packedSize();
                bytes.put(entry.path(), of(inside.reader(), record.headerOffset(), end));
            }
            return bytes;
        }
    }

    private static byte[] of(ZipReader reader, long start, long end) throws IOException {
        return Fields.at(reader.source(), start, (int) (end - start)).array();
    }
}
