package app.lacuna.archive.zip;

import app.lacuna.base.CancelToken;
import app.lacuna.failure.LacunaException;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.nio.file.Path;

/**
 * The scan for local headers over whatever bytes there are: it ends, and what it finds is sound.
 */
class SalvageFuzzTest {
    @FuzzTest(maxDuration = "10s")
    void scansAnything(byte[] bytes) throws IOException {
        MemorySource source = new MemorySource(bytes.clone());
        LocalScan scan = new LocalScan(source, CancelToken.never());
        scan.run();
        try (ZipReader reader =
                ZipReader.salvaged(Path.of("fuzz.zip"), source, scan.entries(), scan.records())) {
            for (var entry : reader.listing().entries()) {
                if (!entry.protection().needsPassword()) {
                    ReaderFuzzTest.readSome(reader, entry);
                }
            }
        } catch (LacunaException expected) {
            // a clear failure
        }
    }
}
