package app.lacuna.preview;

import java.util.Arrays;

/** What can be shown of an entry's contents, in memory only. */
public sealed interface Preview {
    /** Overwrites the contents: nothing can be shown afterwards. */
    default void wipe() {
        // holds no contents
    }

    record Text(TextPages pages) implements Preview {
        @Override
        public void wipe() {
            pages.wipe();
        }
    }

    /** A table, and the text that it is in the file. */
    record Grid(Table table, TextPages pages) implements Preview {
        @Override
        public void wipe() {
            pages.wipe();
            table.wipe();
        }
    }

    /**
     * A picture in a common format, still encoded.
     *
     * @param orientation how it has to be turned
     */
    record Picture(byte[] bytes, Orientation orientation) implements Preview {
        @Override
        public void wipe() {
            Arrays.fill(bytes, (byte) 0);
        }
    }

    record Pdf(byte[] bytes) implements Preview {
        @Override
        public void wipe() {
            Arrays.fill(bytes, (byte) 0);
        }
    }

    /** Sound in a format that needs no decoder of its own. */
    record Sound(byte[] bytes) implements Preview {
        @Override
        public void wipe() {
            Arrays.fill(bytes, (byte) 0);
        }
    }

    /** Anything else, to be shown byte by byte. */
    record Bytes(HexLines lines) implements Preview {
        @Override
        public void wipe() {
            lines.wipe();
        }
    }

    /** More than is taken into memory. */
    record TooLarge(long limit) implements Preview {}
}
