package app.lacuna.error;

import java.nio.file.Path;

/** A backup cannot use a folder, because it contains other files or is one of the sources. */
public final class DestinationTaken extends LacunaException {
    private static final long serialVersionUID = 1L;

    public DestinationTaken(Path folder) {
        super("the destination contains other files", folder);
    }
}
