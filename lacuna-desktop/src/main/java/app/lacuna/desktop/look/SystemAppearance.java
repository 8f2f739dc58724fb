package app.lacuna.desktop.look;

import org.jspecify.annotations.Nullable;

/** Whether the system is set to dark; asked once. Where it can not tell, it is light. */
final class SystemAppearance {
    private static @Nullable Boolean dark;

    private SystemAppearance() {}

    static synchronized boolean isDark() {
        if (dark == null) {
            dark = ask();
        }
        return dark;
    }

    private static boolean ask() {
        if (SystemSettings.isWindows()) {
            return SystemSettings.answer(
                            "reg",
                            "query",
                            "HKCU\\Software\\Microsoft\\Windows\\CurrentVersion\\Themes\\Personalize",
                            "/v",
                            "AppsUseLightTheme")
                    .contains("0x0");
        }
        if (SystemSettings.isMac()) {
            return SystemSettings.answer("defaults", "read", "-g", "AppleInterfaceStyle")
                    .contains("dark");
        }
        return SystemSettings.answer(
                        "gsettings", "get", "org.gnome.desktop.interface", "color-scheme")
                .contains("dark");
    }
}
