package app.lacuna.state;

import java.io.IOException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.UserPrincipal;
import java.util.Optional;

/** The user of this process, as owner of files. */
public final class CurrentUser {
    private CurrentUser() {}

    /** Empty where the system does not tell. */
    public static Optional<UserPrincipal> principal() {
        Path self = Path.of("/proc/self");
        try {
            return Optional.of(
                    Files.exists(self)
                            ? Files.getOwner(self)
                            : FileSystems.getDefault()
                                    .getUserPrincipalLookupService()
                                    .lookupPrincipalByName(System.getProperty("user.name")));
        } catch (IOException | UnsupportedOperationException e) {
            return Optional.empty();
        }
    }
}
