package app.lacuna.trash;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** The trash that this system has. */
public final class Trashes {
    private Trashes() {}

    /** Empty on systems whose trash only their own service fills. */
    public static Optional<Trash> ofThisSystem() {
        return of(
                System.getProperty("os.name"),
                Path.of(System.getProperty("user.home")),
                System.getenv());
    }

    static Optional<Trash> of(String system, Path home, Map<String, String> environment) {
        String name = system.toLowerCase(Locale.ROOT);
        if (name.startsWith("windows") || name.startsWith("mac")) {
            return Optional.empty();
        }
        String data = environment.get("XDG_DATA_HOME");
        boolean usable = data != null && data.startsWith("/");
        try {
            int user = (Integer) Files.getAttribute(Path.of("/proc/self"), "unix:uid");
            return Optional.of(
                    new FreedesktopTrash(
                            usable ? Path.of(data) : home.resolve(".local/share"),
                            user,
                            Clock.systemDefaultZone()));
        } catch (IOException | UnsupportedOperationException e) {
            return Optional.empty();
        }
    }
}
