package app.lacuna.forecast;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.concurrent.Batches;
import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.Authentication;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.KeyDerivation;
import app.lacuna.crypto.Primitives;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import java.time.Duration;
import java.util.List;
import java.util.stream.IntStream;

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
        if (each) {
            // What is likely to be done soon is made ready for.
            EntryKeys.expect(files, options.protection().strength().get());
        }
        boolean coded = options.protection().strength().isPresent();
        Measured measured = coded ? Measured.now() : Measured.last;
        double keys = each ? 2 * files * measured.secondsPerKey() : 0;
        double codes = coded ? 2 * archiveBytes * measured.secondsPerByteOfCode() : 0;
        double seconds = (pack + prove + keys + codes) / processors;
        return Duration.ofMillis((long) (seconds * 1000) + 300);
    }

    /**
     * Measured when it is first needed, and again when keys are derived in another way.
     *
     * @param kernel the way in which keys are derived
     */
    private record Measured(String kernel, double secondsPerKey, double secondsPerByteOfCode) {
        private static Measured last = new Measured("", 0, 0);

        static synchronized Measured now() {
            if (!last.kernel().equals(KeyDerivation.kernel())) {
                last = measure();
            }
            return last;
        }

        private static Measured measure() {
            try (KeyDerivation derivation = new KeyDerivation(new byte[] {1})) {
                String kernel = KeyDerivation.kernel();
                List<byte[]> salts =
                        IntStream.range(0, Batches.MANY_THINGS)
                                .mapToObj(i -> new byte[] {(byte) i, 0, 0, 0, 0, 0, 0, 0})
                                .toList();
                List<EntryKeys> keys = List.of();
                long start = 0;
                for (int run = 0; run < 3; run++) {
                    keys.forEach(EntryKeys::close);
                    start = System.nanoTime();
                    keys = EntryKeys.deriveAll(derivation, AesStrength.AES_128, salts);
                }
                // An AES-256 key takes twice the blocks.
                double secondsPerKey = 2 * (System.nanoTime() - start) / 1e9 / salts.size();
                Authentication code = new Authentication(keys.get(0), Primitives.fastest());
                byte[] bytes = new byte[1 << 20];
                start = System.nanoTime();
                code.update(bytes, 0, bytes.length);
                double secondsPerByteOfCode = (System.nanoTime() - start) / 1e9 / bytes.length;
                keys.forEach(EntryKeys::close);
                return new Measured(kernel, secondsPerKey, secondsPerByteOfCode);
            }
        }
    }
}
