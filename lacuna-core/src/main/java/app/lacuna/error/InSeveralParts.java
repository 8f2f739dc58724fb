package app.lacuna.error;

import java.nio.file.Path;

/** A split archive can not be replaced: several files are never exchanged in one step. */
public final class InSeveralParts extends LacunaException {
    private static final long serialVersionUID = 1L;

    public InSeveralParts(Path archive) {
        super("the archive is in several parts", archive);
    }
}
