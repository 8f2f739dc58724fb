package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.common.Spelling;
import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.KeyDerivation;
import app.lacuna.crypto.Primitives;
import app.lacuna.crypto.RandomAccessCipher;
import app.lacuna.error.LacunaException;
import app.lacuna.io.MemorySource;
import app.lacuna.io.WindowSource;
import com.code_intelligence.jazzer.junit.FuzzTest;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** Reading through the decrypting channel, over whatever an unchecked inner archive may be. */
class LayeredFuzzTest {
    private static final Path FILE = Path.of("fuzz.zip");
    private static final int LEAD = 18;

    @FuzzTest(maxDuration = "10s")
    void readsAnythingThroughTheChannel(byte[] inner) throws IOException {
        byte[] outer = new byte[LEAD + inner.length];
        System.arraycopy(inner, 0, outer, LEAD, inner.length);
        try (RandomAccessCipher cipher = cipher()) {
            cipher.combineAt(0, outer, LEAD, inner.length);
        }
        DecryptingSource source =
                new DecryptingSource(
                        new WindowSource(new MemorySource(outer), LEAD, inner.length), cipher());
        try (ZipReader reader =
                ZipReader.open(FILE, source, Names.HIDDEN, new Limits(200, 1_032))) {
            ZipContents contents = new ZipContents(reader, Optional.empty(), Spelling.AS_TYPED);
            for (ArchiveEntry entry : reader.outside().entries()) {
                if (!entry.protection().needsPassword()) {
                    ReaderFuzzTest.readSome(contents, entry);
                }
            }
        } catch (LacunaException expected) {
            // a clear failure
        }
    }

    private static RandomAccessCipher cipher() {
        return new RandomAccessCipher(Keys.SAME, Primitives.jdk());
    }

    /** Derived once: it is not what is tried here. */
    private static final class Keys {
        static final EntryKeys SAME =
                EntryKeys.derive(
                        new KeyDerivation(new byte[] {1}), AesStrength.AES_128, new byte[8]);
    }
}
