package app.lacuna.delivery.disc;

import app.lacuna.bytes.ByteSource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.regex.Pattern;

/**
 * The file that tells the discs of one set from those of another with the same label: the same 16
 * random bytes, in hexadecimal digits, on each disc of a set.
 */
public final class SetMark {
    public static final String FILE = "SET.txt";

    private static final int BYTES = 16;
    private static final int LINE_BYTES = 2 * BYTES + 2;
    private static final Pattern DIGITS = Pattern.compile("[0-9a-f]{32}");

    private SetMark() {}

    static String fresh() {
        byte[] random = new byte[BYTES];
        new SecureRandom().nextBytes(random);
        return HexFormat.of().formatHex(random);
    }

    /** What the file contains. */
    static String line(String mark) {
        return mark + "\r\n";
    }

    /** Empty if the file contains something else. */
    public static String read(ByteSource file) throws IOException {
        if (file.size() > LINE_BYTES) {
            return "";
        }
        ByteBuffer bytes = ByteBuffer.allocate(LINE_BYTES);
        while (bytes.hasRemaining() && file.read(bytes, bytes.position()) > 0) {
            continue; // until all is read
        }
        String text = new String(bytes.array(), 0, bytes.position(), StandardCharsets.US_ASCII);
        String mark = text.strip();
        return DIGITS.matcher(mark).matches() ? mark : "";
    }
}
