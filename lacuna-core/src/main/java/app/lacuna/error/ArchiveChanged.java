package app.lacuna.error;

import java.nio.file.Path;

/** Somebody else has changed or replaced the archive since it was opened. */
public final class ArchiveChanged extends LacunaException {
    private static final long serialVersionUID = 1L;

    public ArchiveChanged(Path archive) {
        super("the archive has been changed meanwhile", archive);
    }
}
