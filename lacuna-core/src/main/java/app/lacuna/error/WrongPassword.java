package app.lacuna.error;

import java.nio.file.Path;

/** The password opens nothing in this archive. Nothing has been changed; it can be tried again. */
public final class WrongPassword extends LacunaException {
    private static final long serialVersionUID = 1L;

    public WrongPassword(Path archive) {
        super("the password does not open the archive", archive);
    }
}
