package app.lacuna.archive.zip;

import app.lacuna.archive.Limits;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Spelling;
import app.lacuna.error.LacunaException;
import app.lacuna.io.MemorySource;
import com.code_intelligence.jazzer.api.FuzzedDataProvider;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * How much still comes out of a damaged archive: a wrong byte costs at most its own entry and the
 * one before it, whose end is known by what follows.
 */
class SalvageCountFuzzTest {
    private static final int ENTRIES = 30;
    private static final byte[] STREAMED = streamed();

    @FuzzTest(maxDuration = "10s")
    void eachWrongByteCostsAtMostTwoEntries(FuzzedDataProvider data) throws IOException {
        byte[] archive = STREAMED.clone();
        int wrong = data.consumeInt(0, 8);
        for (int i = 0; i < wrong; i++) {
            archive[data.consumeInt(0, archive.length - 1)] ^= data.consumeByte();
        }
        int whole = whole(archive);
        if (whole < ENTRIES - 2 * wrong) {
            throw new AssertionError(whole + " of " + ENTRIES + " after " + wrong);
        }
    }

    private static int whole(byte[] archive) throws IOException {
        MemorySource source = new MemorySource(archive);
        int whole = 0;
        try (ZipReader reader =
                Salvage.scanned(
                        Path.of("fuzz.zip"), source, Limits.STANDARD, CancelToken.never())) {
            ZipContents contents = new ZipContents(reader, Optional.empty(), Spelling.AS_TYPED);
            for (var entry : reader.outside().entries()) {
                try (InputStream in = contents.open(entry)) {
                    in.transferTo(OutputStream.nullOutputStream());
                    whole++;
                } catch (LacunaException damaged) {
                    continue;
                }
            }
        }
        return whole;
    }

    /** As a stream is written: checksum and sizes behind the data. */
    private static byte[] streamed() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Random random = new Random(7);
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (int i = 0; i < ENTRIES; i++) {
                byte[] bytes = new byte[i % 5 == 0 ? 0 : 40 + i];
                random.nextBytes(bytes);
                zip.putNextEntry(new ZipEntry("C-" + i + ".jpg"));
                zip.write(bytes);
                zip.closeEntry();
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
