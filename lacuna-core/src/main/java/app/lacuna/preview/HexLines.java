package app.lacuna.preview;

import java.util.Arrays;

/** Bytes as lines of eight: where they are, what they are, and what they would be as text. */
public final class HexLines {
    static final int BYTES_IN_A_LINE = 8;

    private static final char[] DIGITS = "0123456789abcdef".toCharArray();

    private final byte[] bytes;

    /** Takes the array over. */
    HexLines(byte[] bytes) {
        this.bytes = bytes;
    }

    public int count() {
        return (bytes.length + BYTES_IN_A_LINE - 1) / BYTES_IN_A_LINE;
    }

    /**
     * @param index from 0
     */
    public String line(int index) {
        int start = index * BYTES_IN_A_LINE;
        StringBuilder line = new StringBuilder(80);
        for (int shift = 28; shift >= 0; shift -= 4) {
            line.append(DIGITS[start >>> shift & 0xf]);
        }
        StringBuilder text = new StringBuilder(BYTES_IN_A_LINE);
        for (int i = 0; i < BYTES_IN_A_LINE; i++) {
            line.append(i % 4 == 0 ? "  " : " ");
            if (start + i >= bytes.length) {
                line.append("  ");
                continue;
            }
            int value = bytes[start + i] & 0xff;
            line.append(DIGITS[value >>> 4]).append(DIGITS[value & 0xf]);
            text.append(value >= 32 && value < 127 ? (char) value : '.');
        }
        return line.append("  ").append(text).toString();
    }

    void wipe() {
        Arrays.fill(bytes, (byte) 0);
    }
}
