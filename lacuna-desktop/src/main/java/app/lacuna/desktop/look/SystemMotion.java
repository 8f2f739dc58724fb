package app.lacuna.desktop.look;

import org.jspecify.annotations.Nullable;

/** Whether the system lets things move; asked once. Where it can not tell, they may. */
final class SystemMotion {
    private static @Nullable Boolean wanted;

    private SystemMotion() {}

    static synchronized boolean isWanted() {
        if (wanted == null) {
            wanted = ask();
        }
        return wanted;
    }

    private static boolean ask() {
        if (SystemSettings.isWindows()) {
            return !SystemSettings.answer(
                            "reg",
                            "query",
                            "HKCU\\Control Panel\\Desktop\\WindowMetrics",
                            "/v",
                            "MinAnimate")
                    .matches("(?s).*minanimate\\s+reg_sz\\s+0.*");
        }
        if (SystemSettings.isMac()) {
            return !SystemSettings.answer(
                            "defaults", "read", "com.apple.universalaccess", "reduceMotion")
                    .startsWith("1");
        }
        return !SystemSettings.answer(
                        "gsettings", "get", "org.gnome.desktop.interface", "enable-animations")
                .contains("false");
    }
}
