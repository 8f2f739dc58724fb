package app.lacuna.error;

import java.nio.file.Path;

/** The file is something else: no archive begins or ends in it. */
public final class NotAnArchive extends LacunaException {
    private static final long serialVersionUID = 1L;

    public NotAnArchive(Path file) {
        super("not an archive", file);
    }
}
