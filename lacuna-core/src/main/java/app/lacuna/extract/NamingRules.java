package app.lacuna.extract;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Set;

/** Which file names the target system can have, and what to use instead of others. */
public enum NamingRules {
    UNIX {
        @Override
        String mapped(String name) {
            return name;
        }
    },
    /** Reserved characters, device names, and no dot or blank at the end. */
    WINDOWS {
        @Override
        String mapped(String name) {
            String plain = name.replaceAll("[<>:\"|?*\\\\\\x00-\\x1f]", "_");
            plain = plain.replaceAll("[. ]+$", "_");
            String stem = plain.split("\\.", 2)[0].trim().toUpperCase(Locale.ROOT);
            return DEVICES.contains(stem) ? "_" + plain : plain;
        }
    };

    private static final Set<String> DEVICES =
            Set.of(
                    "CON", "PRN", "AUX", "NUL", "CONIN$", "CONOUT$", "COM0", "COM1", "COM2", "COM3",
                    "COM4", "COM5", "COM6", "COM7", "COM8", "COM9", "LPT0", "LPT1", "LPT2", "LPT3",
                    "LPT4", "LPT5", "LPT6", "LPT7", "LPT8", "LPT9");

    /** The name itself where the system can have it, otherwise one like it. */
    abstract String mapped(String name);

    static NamingRules of(Path folder) {
        return folder.getFileSystem().getSeparator().equals("\\") ? WINDOWS : UNIX;
    }
}
