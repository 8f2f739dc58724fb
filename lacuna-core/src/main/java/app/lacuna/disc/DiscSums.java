package app.lacuna.disc;

import app.lacuna.archive.iso.IsoEntry;
import app.lacuna.archive.iso.IsoReader;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Sha256;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongConsumer;

/** Holds the files of a disc against the checksums that are on it. */
public final class DiscSums {
    /** There are a few lines in it. */
    private static final int MOST_BYTES = 1 << 16;

    private final IsoReader disc;
    private final LongConsumer onRead;
    private final CancelToken cancel;

    /**
     * @param onRead told how many bytes have been read since it was told last
     */
    public DiscSums(IsoReader disc, LongConsumer onRead, CancelToken cancel) {
        this.disc = disc;
        this.onRead = onRead;
        this.cancel = cancel;
    }

    /** What the disc says, by the names of its files; empty if it says nothing. */
    public Map<String, String> said() throws IOException {
        Map<String, String> sums = new LinkedHashMap<>();
        Optional<IsoEntry> list = file(DiscContents.CHECKSUMS);
        if (list.isEmpty()) {
            return sums;
        }
        try (InputStream in = disc.open(list.get())) {
            String text = new String(in.readNBytes(MOST_BYTES), StandardCharsets.UTF_8);
            for (String line : text.split("\n")) {
                if (line.length() > 66) {
                    sums.put(line.substring(66), line.substring(0, 64));
                }
            }
        }
        return sums;
    }

    /** Whether the file is on the disc and has this checksum. */
    public boolean isRight(String name, String sha256) throws IOException {
        Optional<IsoEntry> entry = file(name);
        if (entry.isEmpty()) {
            return false;
        }
        try (InputStream in = new Counting(disc.open(entry.get()), onRead)) {
            return Sha256.of(in, cancel).equals(sha256);
        }
    }

    private Optional<IsoEntry> file(String name) {
        return disc.entries().stream().filter(entry -> entry.path().equals(name)).findFirst();
    }

    private static final class Counting extends FilterInputStream {
        private final LongConsumer onRead;

        Counting(InputStream in, LongConsumer onRead) {
            super(in);
            this.onRead = onRead;
        }

        @Override
        public int read(byte[] into, int offset, int length) throws IOException {
            int count = super.read(into, offset, length);
            if (count > 0) {
                onRead.accept(count);
            }
            return count;
        }
    }
}
