package app.lacuna.archive.zip;

import app.lacuna.archive.Limits;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Spelling;
import app.lacuna.error.LacunaException;
import app.lacuna.io.MemorySource;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/**
 * The scan for local headers over whatever bytes there are: it ends, and what it finds is sound.
 */
class SalvageFuzzTest {
    @FuzzTest(maxDuration = "10s")
    void scansAnything(byte[] bytes) throws IOException {
        MemorySource source = new MemorySource(bytes.clone());
        LocalScan scan = new LocalScan(source, Limits.STANDARD, CancelToken.never());
        scan.run();
        try (ZipReader reader =
                ZipReader.salvaged(Path.of("fuzz.zip"), source, scan.entries(), scan.records())) {
            ZipContents contents = new ZipContents(reader, Optional.empty(), Spelling.AS_TYPED);
            for (var entry : reader.outside().entries()) {
                if (!entry.protection().needsPassword()) {
                    ReaderFuzzTest.readSome(contents, entry);
                }
            }
        } catch (LacunaException expected) {
            // a clear failure
        }
    }
}
