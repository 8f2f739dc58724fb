package app.lacuna.state;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;

/** Where the program keeps what it has to remember between two starts. */
public final class StateFolder {
    /** Another place, for tests and demos. */
    static final String PROPERTY = "lacuna.state";

    private StateFolder() {}

    public static Path ofThisUser() {
        String chosen = System.getProperty(PROPERTY);
        return chosen != null
                ? Path.of(chosen)
                : of(
                        System.getProperty("os.name"),
                        Path.of(System.getProperty("user.home")),
                        System.getenv());
    }

    /** The place that each system has for such things. */
    static Path of(String system, Path home, Map<String, String> environment) {
        String name = system.toLowerCase(Locale.ROOT);
        if (name.startsWith("windows")) {
            String local = environment.get("LOCALAPPDATA");
            return (local == null ? home.resolve("AppData/Local") : Path.of(local))
                    .resolve("Lacuna");
        }
        if (name.startsWith("mac")) {
            return home.resolve("Library/Application Support/Lacuna");
        }
        String state = environment.get("XDG_STATE_HOME");
        boolean usable = state != null && state.startsWith("/");
        return (usable ? Path.of(state) : home.resolve(".local/state")).resolve("lacuna");
    }
}
