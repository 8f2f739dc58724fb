package app.lacuna.disc;

import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Tells the discs of one set from those of another with the same label: the same 16 random bytes,
 * in hexadecimal digits, in the last line of the text on each disc of a set.
 */
public final class SetMark {
    private static final int BYTES = 16;
    private static final int MOST_READ = 1 << 16;
    private static final Pattern LINE = Pattern.compile("(?m)^SET-ID ([0-9a-f]{32})\\r?$");

    private SetMark() {}

    static String fresh() {
        byte[] random = new byte[BYTES];
        new SecureRandom().nextBytes(random);
        return HexFormat.of().formatHex(random);
    }

    static String line(String mark) {
        return "SET-ID " + mark + "\r\n";
    }

    /**
     * @param text the text on a disc
     * @return empty if it has no such line
     */
    public static String read(ByteSource text) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate((int) Math.min(MOST_READ, text.size()));
        while (bytes.hasRemaining() && text.read(bytes, bytes.position()) > 0) {
            continue; // until all is read
        }
        Matcher line =
                LINE.matcher(
                        new String(bytes.array(), 0, bytes.position(), StandardCharsets.UTF_8));
        return line.find() ? line.group(1) : "";
    }
}
