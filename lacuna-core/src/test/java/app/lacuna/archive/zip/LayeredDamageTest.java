package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.Share;
import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.compression.Method;
import app.lacuna.error.LacunaException;
import app.lacuna.job.Jobs;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Damage to the form with hidden names, and to entries of each method. */
class LayeredDamageTest {
    private static final PackOptions HIDDEN =
            PackOptions.STANDARD.withProtection(Protection.AES_128).withNames(Names.HIDDEN);

    @TempDir Path folder;
    private Path dig;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("a.txt"), "first find, first find, first find");
        archive = folder.resolve("a.zip");
    }

    /** After the check, or else it fails: that is how extraction and proof go about it. */
    private Map<String, String> readChecked() throws IOException {
        Map<String, String> seen = new TreeMap<>();
        try (OpenedArchive reader = OpenedFile.of(ZipArchives.open(archive), "p")) {
            reader.check(ProgressListener.none(), CancelToken.never());
            for (ArchiveEntry entry : reader.listing().entries()) {
                seen.put(
                        entry.path() + entry.kind() + entry.modified() + entry.permissions(),
                        new String(TestTrees.read(reader, entry)));
            }
        }
        return seen;
    }

    @Test
    void oneFlippedBitAnywhereNeverGivesAWrongFile() throws IOException {
        Jobs.pack(archive, HIDDEN, "p", dig);
        byte[] whole = Files.readAllBytes(archive);
        Map<String, String> originals = readChecked();
        int unnoticed = 0;
        for (int bit = Share.first(61); bit < whole.length * 8; bit += Share.every(61)) {
            byte[] flipped = whole.clone();
            flipped[bit / 8] ^= (byte) (1 << bit % 8);
            Files.write(archive, flipped);
            try {
                Map<String, String> read = readChecked();
                boolean asOneFile = read.size() == 1 && !read.equals(originals);
                if (asOneFile) {
                    // The outer name lost its ".zip": shown as the one protected file that it is.
                    assertThat(read.values().iterator().next()).startsWith("PK");
                } else {
                    assertThat(read).as("bit %d", bit).isEqualTo(originals);
                    unnoticed++;
                }
            } catch (LacunaException expected) {
                // clear
            }
        }
        assertThat(unnoticed)
                .as("bits that say nothing")
                .isLessThan(whole.length / Share.every(61));
    }

    @Test
    void truncationAnywhereIsAClearFailure() throws IOException {
        Jobs.pack(archive, HIDDEN, "p", dig);
        byte[] whole = Files.readAllBytes(archive);
        for (int length = 0; length < whole.length; length += 10) {
            Files.write(archive, Arrays.copyOf(whole, length));
            assertFails(length);
        }
    }

    @ParameterizedTest
    @EnumSource(names = {"STORED", "DEFLATE", "ZSTD", "XZ"})
    void truncationAndFlippedBitsOfEachMethod(Method method) throws IOException {
        Files.writeString(dig.resolve("b.csv"), "point;level\n".repeat(300));
        PackOptions open = PackOptions.STANDARD.withProtection(Protection.NONE).withMethod(method);
        Jobs.pack(archive, open, "", dig);
        byte[] whole = Files.readAllBytes(archive);
        Map<String, String> originals = readChecked();
        for (int length = 0; length < whole.length; length += 100) {
            Files.write(archive, Arrays.copyOf(whole, length));
            assertFails(length);
        }
        for (int bit = Share.first(67); bit < whole.length * 8; bit += Share.every(67)) {
            byte[] flipped = whole.clone();
            flipped[bit / 8] ^= (byte) (1 << bit % 8);
            Files.write(archive, flipped);
            try {
                assertThat(readChecked()).as("bit %d", bit).isEqualTo(originals);
            } catch (LacunaException expected) {
                // clear
            }
        }
    }

    private void assertFails(int length) throws IOException {
        try {
            readChecked();
        } catch (LacunaException expected) {
            return;
        }
        assertThat(length).as("cut here, and nobody noticed").isNegative();
    }
}
