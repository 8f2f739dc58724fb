package app.lacuna.desktop.look;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** How large texts are set in the system, in percent. Where it can not tell, as usual. */
final class SystemTextSize {
    private static final Pattern DECIMAL = Pattern.compile("^\\s*(\\d+(?:\\.\\d+)?)");
    private static final Pattern HEXADECIMAL = Pattern.compile("0x([0-9a-f]+)");

    private SystemTextSize() {}

    static double percent() {
        if (SystemSettings.isWindows()) {
            return ofWindows(
                    SystemSettings.answer(
                            "reg",
                            "query",
                            "HKCU\\Software\\Microsoft\\Accessibility",
                            "/v",
                            "TextScaleFactor"));
        }
        if (SystemSettings.isMac()) {
            return TextSize.USUAL;
        }
        return ofDesktop(
                SystemSettings.answer(
                        "gsettings", "get", "org.gnome.desktop.interface", "text-scaling-factor"));
    }

    /** "1.5". */
    static double ofDesktop(String answer) {
        Matcher matcher = DECIMAL.matcher(answer);
        return matcher.find() ? 100 * Double.parseDouble(matcher.group(1)) : TextSize.USUAL;
    }

    /** "TextScaleFactor REG_DWORD 0x96". */
    static double ofWindows(String answer) {
        Matcher matcher = HEXADECIMAL.matcher(answer);
        return matcher.find() ? Integer.parseInt(matcher.group(1), 16) : TextSize.USUAL;
    }
}
