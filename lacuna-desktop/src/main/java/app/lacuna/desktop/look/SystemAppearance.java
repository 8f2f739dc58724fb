package app.lacuna.desktop.look;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;

/**
 * Whether the system is set to dark. JavaFX 21 can not tell, so the system's own tool is asked
 * once; where there is none, it is light.
 */
final class SystemAppearance {
    private static final int SECONDS = 2;
    private static Boolean dark;

    private SystemAppearance() {}

    static synchronized boolean isDark() {
        if (dark == null) {
            dark = ask(System.getProperty("os.name", "").toLowerCase(Locale.ROOT));
        }
        return dark;
    }

    private static boolean ask(String system) {
        if (system.contains("win")) {
            return answer(
                            "reg",
                            "query",
                            "HKCU\\Software\\Microsoft\\Windows\\CurrentVersion\\Themes\\Personalize",
                            "/v",
                            "AppsUseLightTheme")
                    .contains("0x0");
        }
        if (system.contains("mac")) {
            return answer("defaults", "read", "-g", "AppleInterfaceStyle").contains("dark");
        }
        return answer("gsettings", "get", "org.gnome.desktop.interface", "color-scheme")
                .contains("dark");
    }

    private static String answer(String... command) {
        try {
            Process process =
                    new ProcessBuilder(List.of(command)).redirectErrorStream(true).start();
            process.getOutputStream().close();
            if (!process.waitFor(SECONDS, TimeUnit.SECONDS)) {
                process.destroy();
                return "";
            }
            byte[] said = process.getInputStream().readAllBytes();
            return new String(said, StandardCharsets.UTF_8).toLowerCase(Locale.ROOT);
        } catch (IOException e) {
            return ""; // there is no such tool here
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return "";
        }
    }
}
