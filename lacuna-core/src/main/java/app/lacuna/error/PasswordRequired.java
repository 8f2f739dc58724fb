package app.lacuna.error;

import java.nio.file.Path;

/** The archive is protected and no password was given. */
public final class PasswordRequired extends LacunaException {
    private static final long serialVersionUID = 1L;

    public PasswordRequired(Path archive) {
        super("the archive needs a password", archive);
    }
}
