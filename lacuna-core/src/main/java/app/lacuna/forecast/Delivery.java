package app.lacuna.forecast;

/** In how many messages or on how many discs an archive of some size goes. */
public final class Delivery {
    /** RFC 2045, section 6.8: three bytes become four characters, in lines of at most 76. */
    private static final int BYTES_PER_LINE = 57;

    private static final int LINE = 78; // 76 characters and the end of the line

    /** For the head of the message, the text and the borders between them. */
    private static final long BESIDE_THE_FILE = 4_096;

    /** Common practice, no source: what mail services take. */
    public static final long USUAL_MAIL_LIMIT = 25_000_000;

    private Delivery() {}

    /** A medium that is written once. Capacities in bytes of user data. */
    public enum Disc {
        /**
         * 80 minutes of 75 sectors a second, 2,048 bytes each (ECMA-130; the minutes from memory).
         */
        CD(360_000L * 2_048),
        /** 2,298,496 sectors of 2,048 bytes (DVD-R of 4.7 GB, after ECMA-267; from memory). */
        DVD(2_298_496L * 2_048),
        /** 12,219,392 sectors of 2,048 bytes (single layer; from memory). */
        BLU_RAY(12_219_392L * 2_048);

        private final long bytes;

        Disc(long bytes) {
            this.bytes = bytes;
        }

        public long bytes() {
            return bytes;
        }

        /** At least one. */
        public long needed(long archiveBytes) {
            return Math.max(1, (archiveBytes + bytes - 1) / bytes);
        }
    }

    /** The size of a file in a message, in base64 with its line ends. */
    public static long encoded(long bytes) {
        long lines = bytes / BYTES_PER_LINE;
        long rest = bytes % BYTES_PER_LINE;
        return lines * LINE + (rest == 0 ? 0 : (rest + 2) / 3 * 4 + 2);
    }

    /** The largest file that fits into a message of this size. */
    public static long largestAttachment(long messageLimit) {
        long room = Math.max(0, messageLimit - BESIDE_THE_FILE);
        return room / LINE * BYTES_PER_LINE;
    }

    /** At least one. */
    public static long mails(long archiveBytes, long messageLimit) {
        long each = largestAttachment(messageLimit);
        return Math.max(1, (archiveBytes + each - 1) / each);
    }
}
