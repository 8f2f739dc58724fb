package app.lacuna.cli;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.base.Secret;
import java.io.IOException;
import java.nio.file.Path;

/** Gets the password and opens the archive with it, where it has one. */
final class Unlock {
    private Unlock() {}

    static void ifNeeded(
            ArchiveReader reader, PasswordSource passwords, Terminal terminal, Path archive)
            throws IOException {
        if (!reader.listing().needsPassword()) {
            return;
        }
        try (Secret password = passwords.forOpening(terminal, archive)) {
            reader.unlock(password);
        }
    }
}
