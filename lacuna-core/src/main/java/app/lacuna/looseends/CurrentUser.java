package app.lacuna.looseends;

import java.io.IOException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.UserPrincipal;
import java.util.Optional;

/** Whose files are ours. */
final class CurrentUser {
    private CurrentUser() {}

    /** Empty where the system does not tell. */
    static Optional<UserPrincipal> principal() {
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
