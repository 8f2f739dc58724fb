package app.lacuna.state;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;

/** Where the settings are, apart from what the program remembers by itself. */
final class ConfigFolder {
    private ConfigFolder() {}

    /** Beside what is remembered, if that has been told a place of its own. */
    static Path ofThisUser() {
        return System.getProperty(StateFolder.PROPERTY) != null
                ? StateFolder.ofThisUser()
                : of(
                        System.getProperty("os.name"),
                        Path.of(System.getProperty("user.home")),
                        System.getenv());
    }

    static Path of(String system, Path home, Map<String, String> environment) {
        String name = system.toLowerCase(Locale.ROOT);
        if (name.startsWith("windows") || name.startsWith("mac")) {
            return StateFolder.of(system, home, environment); // they make no difference
        }
        String config = environment.get("XDG_CONFIG_HOME");
        boolean usable = config != null && config.startsWith("/");
        return (usable ? Path.of(config) : home.resolve(".config")).resolve("lacuna");
    }
}
