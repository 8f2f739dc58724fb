package app.lacuna.archive.zip;

import app.lacuna.common.CancelToken;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;

/** Looks for signatures in a run of bytes through a window that moves on with the search. */
final class SignatureScan {
    private static final int WINDOW_BYTES = 1 << 20;

    /** All signatures begin with these two. */
    private static final byte FIRST = 'P';

    private static final byte SECOND = 'K';

    private final ByteSource source;
    private final CancelToken cancel;
    private final long size;
    private ByteBuffer window = ByteBuffer.allocate(0);
    private long windowStart;
    private long looked;

    SignatureScan(ByteSource source, CancelToken cancel) throws IOException {
        this.source = source;
        this.cancel = cancel;
        this.size = source.size();
    }

    /** How many bytes have been looked at in all; some of them more than once. */
    long looked() {
        return looked;
    }

    /** Where one of the format's signatures stands next, -1 if nowhere. */
    long next(long from) throws IOException {
        long at = from;
        while (at + 4 <= size) {
            moveTo(at);
            byte[] bytes = window.array();
            int end = window.limit() - 3;
            int start = (int) (at - windowStart);
            for (int i = start; i < end; i++) {
                if (bytes[i] == FIRST && bytes[i + 1] == SECOND && isKnown(window.getInt(i))) {
                    looked += i - start;
                    return windowStart + i;
                }
            }
            looked += Math.max(0, end - start);
            if (windowStart + window.limit() >= size) {
                return -1;
            }
            at = windowStart + Math.max(end, start + 1);
        }
        return -1;
    }

    private void moveTo(long at) throws IOException {
        boolean inside = at >= windowStart && at + 4 <= windowStart + window.limit();
        if (!inside) {
            cancel.check();
            window = Fields.at(source, at, (int) Math.min(WINDOW_BYTES, size - at));
            windowStart = at;
        }
    }

    private static boolean isKnown(int signature) {
        return signature == ZipConstants.LOCAL_HEADER
                || signature == ZipConstants.DATA_DESCRIPTOR
                || isBehindEntries(signature);
    }

    /** What can stand behind the last entry. */
    static boolean isBehindEntries(int signature) {
        return signature == ZipConstants.CENTRAL_HEADER
                || signature == ZipConstants.ZIP64_END
                || signature == ZipConstants.END;
    }
}
