package app.lacuna.forecast;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.cipher.AesStrength;
import app.lacuna.cipher.Authentication;
import app.lacuna.cipher.EntryKeys;
import app.lacuna.cipher.KeyDerivation;
import app.lacuna.cipher.Primitives;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import java.time.Duration;
import java.util.List;

/**
 * How long packing and proving take: from the speed of the samples, and of a few keys and codes.
 */
final class PackingSpeed {
    /** Reading, checking and comparing once more: about as fast as inflate and HMAC together. */
    private static final double PROOF_BYTES_PER_SECOND = 180e6;

    private final PackOptions options;
    private final int processors = Runtime.getRuntime().availableProcessors();
    private long sampledBytes;
    private long sampledNanos;

    PackingSpeed(PackOptions options) {
        this.options = options;
    }

    void measured(long bytes, long nanos) {
        sampledBytes += bytes;
        sampledNanos += nanos;
    }

    Duration time(FileSelection selection, long archiveBytes) {
        long files =
                selection.items().stream().filter(item -> item.kind() == ItemKind.FILE).count();
        double pack =
                sampledBytes == 0
                        ? 0
                        : (double) selection.totalBytes() * sampledNanos / sampledBytes / 1e9;
        double prove = selection.totalBytes() / PROOF_BYTES_PER_SECOND;
        boolean each =
                options.names() == Names.VISIBLE && options.protection().strength().isPresent();
        double keys = each ? 2 * files * Measured.SECONDS_PER_KEY : 0;
        double codes =
                options.protection().strength().isPresent()
                        ? 2 * archiveBytes * Measured.SECONDS_PER_BYTE_OF_CODE
                        : 0;
        double seconds = (pack + prove + keys + codes) / processors;
        return Duration.ofMillis((long) (seconds * 1000) + 300);
    }

    /** Measured once, when it is first needed. */
    private static final class Measured {
        static final double SECONDS_PER_KEY;
        static final double SECONDS_PER_BYTE_OF_CODE;

        static {
            try (KeyDerivation derivation = new KeyDerivation(new byte[] {1})) {
                List<byte[]> salts =
                        java.util.stream.IntStream.range(0, 16)
                                .mapToObj(i -> new byte[] {(byte) i, 0, 0, 0, 0, 0, 0, 0})
                                .toList();
                List<EntryKeys> keys = List.of();
                long start = 0;
                for (int run = 0; run < 4; run++) {
                    keys.forEach(EntryKeys::close);
                    start = System.nanoTime();
                    keys = EntryKeys.deriveAll(derivation, AesStrength.AES_128, salts);
                }
                // An AES-256 key takes twice the blocks.
                SECONDS_PER_KEY = 2 * (System.nanoTime() - start) / 16 / 1e9;
                Authentication code = new Authentication(keys.get(0), Primitives.fastest());
                byte[] bytes = new byte[1 << 20];
                start = System.nanoTime();
                code.update(bytes, 0, bytes.length);
                SECONDS_PER_BYTE_OF_CODE = (System.nanoTime() - start) / 1e9 / bytes.length;
                keys.forEach(EntryKeys::close);
            }
        }
    }
}
