package app.lacuna.selection;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;

/** Whether the language setting under which the program was started can name every file. */
public final class SystemNames {
    private SystemNames() {}

    /** Java turns names into bytes by the system's setting; plain "POSIX" knows ASCII only. */
    public static boolean canNameAllFiles() {
        return canName(System.getProperty("sun.jnu.encoding", "UTF-8"));
    }

    static boolean canName(String encoding) {
        return Charset.isSupported(encoding)
                && Charset.forName(encoding).newEncoder().canEncode("\u00fc\u2116\u767a")
                && !Charset.forName(encoding).equals(StandardCharsets.US_ASCII);
    }
}
