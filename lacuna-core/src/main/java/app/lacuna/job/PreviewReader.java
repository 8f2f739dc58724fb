package app.lacuna.job;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** Reads an entry into memory, checks it, and finds out whether it is text or a picture. */
public final class PreviewReader {
    /** Enough for the photographs of today's cameras. */
    static final int MAX_BYTES = 64_000_000;

    /** About 200 pages. */
    static final int MAX_TEXT_BYTES = 500_000;

    private static final byte[][] PICTURES = {
        {(byte) 0xff, (byte) 0xd8, (byte) 0xff}, // JPEG
        {(byte) 0x89, 'P', 'N', 'G'},
        {'G', 'I', 'F', '8'},
    };

    private PreviewReader() {}

    /**
     * @throws app.lacuna.failure.DamagedArchive if the entry is not what was packed; nothing of it
     *     is given out then
     */
    public static Preview read(ArchiveReader reader, ArchiveEntry entry) throws IOException {
        if (entry.size() > MAX_BYTES) {
            return new Preview.TooLarge(MAX_BYTES);
        }
        byte[] contents = EntryContents.read(reader, entry, MAX_BYTES);
        if (isPicture(contents)) {
            return new Preview.Picture(contents);
        }
        Preview preview = asText(contents);
        Arrays.fill(contents, (byte) 0);
        return preview;
    }

    private static boolean isPicture(byte[] contents) {
        return Arrays.stream(PICTURES).anyMatch(signature -> startsWith(contents, signature));
    }

    private static boolean startsWith(byte[] contents, byte[] signature) {
        return contents.length >= signature.length
                && Arrays.equals(contents, 0, signature.length, signature, 0, signature.length);
    }

    private static Preview asText(byte[] contents) {
        int length = Math.min(contents.length, MAX_TEXT_BYTES);
        boolean cut = length < contents.length;
        if (startsWith(contents, new byte[] {(byte) 0xff, (byte) 0xfe})) {
            return text(contents, length & ~1, StandardCharsets.UTF_16, cut);
        }
        if (startsWith(contents, new byte[] {(byte) 0xfe, (byte) 0xff})) {
            return text(contents, length & ~1, StandardCharsets.UTF_16, cut);
        }
        if (!looksWritten(contents, length)) {
            return new Preview.Other();
        }
        int whole = cut ? endOfCharacter(contents, length) : length;
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(contents, 0, whole));
            return text(contents, whole, StandardCharsets.UTF_8, cut);
        } catch (CharacterCodingException e) {
            return text(contents, length, StandardCharsets.ISO_8859_1, cut);
        }
    }

    private static Preview text(byte[] contents, int length, Charset charset, boolean cut) {
        String text = new String(contents, 0, length, charset);
        return new Preview.Text(text.startsWith("\ufeff") ? text.substring(1) : text, cut);
    }

    /** Text has no control characters but tabs, line ends, page ends and escapes. */
    private static boolean looksWritten(byte[] contents, int length) {
        for (int i = 0; i < length; i++) {
            int value = contents[i] & 0xff;
            boolean control = value < 32 && (value < 9 || value > 13) && value != 27;
            if (control || value == 127) {
                return false;
            }
        }
        return true;
    }

    /** Goes back from the middle of a character to its start. */
    private static int endOfCharacter(byte[] contents, int length) {
        int end = length;
        while (end > 0 && end > length - 4 && (contents[end] & 0xc0) == 0x80) {
            end--;
        }
        return end;
    }
}
