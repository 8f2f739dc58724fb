package app.lacuna.preview;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** A text of any length as pages, which end at the ends of lines where that is possible. */
public final class TextPages {
    /** About fifteen hundred lines. */
    static final int PAGE_BYTES = 100_000;

    /** A page may be this much longer to end with a line. */
    private static final int LONGEST_LINE = 4_000;

    private final byte[] bytes;
    private final Charset charset;
    private final List<Integer> starts = new ArrayList<>();

    /**
     * Takes the array over.
     *
     * @param start behind a byte order mark, if there is one
     */
    TextPages(byte[] bytes, int start, Charset charset) {
        this.bytes = bytes;
        this.charset = charset;
        int next = start;
        do {
            starts.add(next);
            next = endOfPage(next);
        } while (next < bytes.length);
    }

    private boolean isWide() {
        return charset.equals(StandardCharsets.UTF_16LE)
                || charset.equals(StandardCharsets.UTF_16BE);
    }

    private int endOfPage(int start) {
        int end = Math.min(start + PAGE_BYTES, bytes.length);
        if (end == bytes.length) {
            return end;
        }
        int last = Math.min(end + LONGEST_LINE, bytes.length);
        int step = isWide() ? 2 : 1;
        for (int at = end; at < last; at += step) {
            if (isLineEnd(at)) {
                return Math.min(at + step, bytes.length);
            }
        }
        return startOfCharacter(end);
    }

    private boolean isLineEnd(int at) {
        if (!isWide()) {
            return bytes[at] == '\n';
        }
        boolean little = charset.equals(StandardCharsets.UTF_16LE);
        return at + 1 < bytes.length
                && bytes[little ? at : at + 1] == '\n'
                && bytes[little ? at + 1 : at] == 0;
    }

    /** Goes back from the middle of a character. */
    private int startOfCharacter(int at) {
        int start = at;
        if (charset.equals(StandardCharsets.UTF_8)) {
            while (start > at - 4 && (bytes[start] & 0xc0) == 0x80) {
                start--;
            }
        }
        return start;
    }

    public int count() {
        return starts.size();
    }

    /**
     * @param index from 0
     */
    public String page(int index) {
        int start = starts.get(index);
        int end = index + 1 < starts.size() ? starts.get(index + 1) : bytes.length;
        return new String(bytes, start, end - start, charset);
    }

    /** What it was read as, by its usual name. */
    public String encoding() {
        return charset.displayName();
    }

    void wipe() {
        Arrays.fill(bytes, (byte) 0);
    }
}
