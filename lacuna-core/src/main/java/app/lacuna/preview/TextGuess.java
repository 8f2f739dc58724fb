package app.lacuna.preview;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.mozilla.universalchardet.UniversalDetector;

/**
 * Whether bytes are text, and in which encoding: a byte order mark says so, valid UTF-8 is hardly
 * ever anything else, and the rest is guessed from how often characters occur.
 *
 * @param start behind the byte order mark
 */
record TextGuess(Charset charset, int start) {
    /** So much is looked at for a guess. */
    private static final int LOOKED_AT = 200_000;

    private static final Charset WESTERN =
            Charset.isSupported("windows-1252")
                    ? Charset.forName("windows-1252")
                    : StandardCharsets.ISO_8859_1;

    /** Empty if it is no text. */
    static Optional<TextGuess> of(byte[] bytes) {
        if (startsWith(bytes, 0xef, 0xbb, 0xbf)) {
            return Optional.of(new TextGuess(StandardCharsets.UTF_8, 3));
        }
        if (startsWith(bytes, 0xff, 0xfe)) {
            return Optional.of(new TextGuess(StandardCharsets.UTF_16LE, 2));
        }
        if (startsWith(bytes, 0xfe, 0xff)) {
            return Optional.of(new TextGuess(StandardCharsets.UTF_16BE, 2));
        }
        int length = Math.min(bytes.length, LOOKED_AT);
        Optional<TextGuess> wide = wide(bytes, length);
        if (wide.isPresent()) {
            return wide;
        }
        if (!looksWritten(bytes, length)) {
            return Optional.empty();
        }
        if (isUtf8(bytes)) {
            return Optional.of(new TextGuess(StandardCharsets.UTF_8, 0));
        }
        return Optional.of(new TextGuess(byFrequency(bytes, length), 0));
    }

    private static boolean startsWith(byte[] bytes, int... start) {
        for (int i = 0; i < start.length; i++) {
            if (bytes.length <= i || (bytes[i] & 0xff) != start[i]) {
                return false;
            }
        }
        return true;
    }

    /** In most languages of the West every second byte of UTF-16 is zero. */
    private static Optional<TextGuess> wide(byte[] bytes, int length) {
        if (length < 4 || bytes.length % 2 != 0) {
            return Optional.empty();
        }
        int[] zeros = new int[2];
        for (int i = 0; i < length; i++) {
            if (bytes[i] == 0) {
                zeros[i % 2]++;
            }
        }
        int most = length / 2 * 6 / 10;
        if (zeros[1] > most && zeros[0] == 0) {
            return Optional.of(new TextGuess(StandardCharsets.UTF_16LE, 0));
        }
        return zeros[0] > most && zeros[1] == 0
                ? Optional.of(new TextGuess(StandardCharsets.UTF_16BE, 0))
                : Optional.empty();
    }

    /** Text has no control characters but tabs, line ends, page ends and escapes. */
    private static boolean looksWritten(byte[] bytes, int length) {
        for (int i = 0; i < length; i++) {
            int value = bytes[i] & 0xff;
            boolean control = value < 32 && (value < 9 || value > 13) && value != 27;
            if (control || value == 127) {
                return false;
            }
        }
        return true;
    }

    private static boolean isUtf8(byte[] bytes) {
        try {
            StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(bytes));
            return true;
        } catch (CharacterCodingException e) {
            return false;
        }
    }

    /** The two differ in few letters, and files in the older one are hardly met any more. */
    private static String plausible(String detected) {
        return "MACCYRILLIC".equals(detected) ? "windows-1251" : detected;
    }

    private static Charset byFrequency(byte[] bytes, int length) {
        UniversalDetector detector = new UniversalDetector();
        detector.handleData(bytes, 0, length);
        detector.dataEnd();
        String name = plausible(detector.getDetectedCharset());
        try {
            return name == null || !Charset.isSupported(name) ? WESTERN : Charset.forName(name);
        } catch (IllegalArgumentException e) {
            return WESTERN;
        }
    }
}
