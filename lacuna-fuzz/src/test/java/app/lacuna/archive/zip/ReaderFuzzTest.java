package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.Secret;
import app.lacuna.error.LacunaException;
import app.lacuna.io.MemorySource;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;

/** Whatever bytes a file has: a clear failure or contents, never anything else. */
class ReaderFuzzTest {
    private static final Path FILE = Path.of("fuzz.zip");
    private static final long ENOUGH_BYTES = 200_000;

    @FuzzTest(maxDuration = "10s")
    void readsAnything(byte[] bytes) throws IOException {
        try (ZipReader reader =
                        ZipReader.open(
                                FILE,
                                new MemorySource(bytes.clone()),
                                Names.VISIBLE,
                                new Limits(200, 1_032));
                Secret secret = Secret.takeOver("ebb".toCharArray());
                OpenedArchive opened = reader.open(secret)) {
            for (ArchiveEntry entry : reader.outside().entries()) {
                readSome(opened, entry);
            }
        } catch (LacunaException expected) {
            // a clear failure
        }
    }

    static void readSome(OpenedArchive reader, ArchiveEntry entry) throws IOException {
        byte[] buffer = new byte[4096];
        try (InputStream in = reader.open(entry)) {
            long size = 0;
            int count;
            while (size < ENOUGH_BYTES && (count = in.read(buffer)) > 0) {
                size += count;
            }
        } catch (LacunaException expected) {
            // a clear failure
        }
    }
}
