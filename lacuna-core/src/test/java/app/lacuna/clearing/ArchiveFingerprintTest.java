package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ArchiveFingerprintTest {
    private static final int HEAD = 4 << 10;
    private static final int TAIL = 64 << 10;

    @TempDir Path dir;
    private final byte[] bytes = new byte[200_000];

    private Optional<String> of(byte[] contents) throws IOException {
        return ArchiveFingerprint.of(Files.write(dir.resolve("archive.zip"), contents));
    }

    private byte[] changedAt(int position) {
        byte[] changed = bytes.clone();
        changed[position]++;
        return changed;
    }

    @Test
    void of_coversSizeHeadAndTail() throws Exception {
        MessageDigest hash = MessageDigest.getInstance("SHA-256");
        hash.update(new byte[] {0, 0, 0, 0, 0, 3, 0xd, 0x40}); // 200,000
        hash.update(bytes, 0, HEAD);
        hash.update(bytes, bytes.length - TAIL, TAIL);
        assertThat(of(bytes)).contains(HexFormat.of().formatHex(hash.digest()).substring(0, 32));
    }

    @Test
    void of_anyChangeInHeadOrTail_isAnother() throws IOException {
        Optional<String> before = of(bytes);
        for (int position : new int[] {0, HEAD - 1, bytes.length - TAIL, bytes.length - 1}) {
            assertThat(of(changedAt(position))).as("byte %d", position).isNotEqualTo(before);
        }
        assertThat(of(Arrays.copyOf(bytes, bytes.length - 1))).isNotEqualTo(before);
    }

    @Test
    void of_emptyFile_hasOne_andAMissingFileHasNone() throws IOException {
        assertThat(of(new byte[0])).isPresent();
        assertThat(ArchiveFingerprint.of(dir.resolve("missing.zip"))).isEmpty();
    }
}
