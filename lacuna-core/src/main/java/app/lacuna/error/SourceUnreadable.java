package app.lacuna.error;

import java.nio.file.Path;

/** A file that was to be packed can not be read; the archive does not contain it. */
public final class SourceUnreadable extends LacunaException {
    private static final long serialVersionUID = 1L;

    public SourceUnreadable(Path source, Throwable cause) {
        super("a source can not be read", source);
        initCause(cause);
    }
}
