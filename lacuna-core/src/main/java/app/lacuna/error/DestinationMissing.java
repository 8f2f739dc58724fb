package app.lacuna.error;

import java.nio.file.Path;

/** The drive or folder that a round writes to is not there, or it is another one. */
public final class DestinationMissing extends LacunaException {
    private static final long serialVersionUID = 1L;

    private final transient Path place;

    public DestinationMissing(Path folder) {
        super("the destination is not there", folder);
        this.place = folder;
    }

    public Path place() {
        return place;
    }
}
