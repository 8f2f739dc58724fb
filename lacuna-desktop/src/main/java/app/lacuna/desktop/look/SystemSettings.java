package app.lacuna.desktop.look;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;

/** Asks the system's own tool for a setting that JavaFX 21 can not tell. */
final class SystemSettings {
    private static final int SECONDS = 2;
    private static final String NAME = System.getProperty("os.name", "").toLowerCase(Locale.ROOT);

    private SystemSettings() {}

    static boolean isWindows() {
        return NAME.contains("win");
    }

    static boolean isMac() {
        return NAME.contains("mac");
    }

    /** What the tool says, in small letters; empty where there is none. */
    static String answer(String... command) {
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
