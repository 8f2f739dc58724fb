package app.lacuna.archive.tar;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.io.MemorySource;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Whatever bytes there are, as a TAR archive: they are listed and read, or refused in our words.
 */
class TarFuzzTest {
    private static final Path FILE = file();

    private static Path file() {
        try {
            return Files.createTempFile("fuzz", ".tar");
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @FuzzTest(maxDuration = "10s")
    void readsAnything(byte[] bytes) throws IOException {
        try (TarReader reader =
                        new TarReader(
                                FILE, new MemorySource(bytes.clone()), false, Limits.STANDARD);
                OpenedArchive opened = reader.open()) {
            for (ArchiveEntry entry : opened.listing().entries()) {
                opened.details(entry);
                try (InputStream in = opened.open(entry)) {
                    in.readNBytes(1 << 16);
                }
            }
        } catch (LacunaException expected) {
            // a clear failure
        }
    }
}
