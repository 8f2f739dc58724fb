package app.lacuna.error;

import java.nio.file.Path;

/** A source of a backup is on a disk that is not mounted. */
public final class SourceNotMounted extends LacunaException {
    private static final long serialVersionUID = 1L;

    public SourceNotMounted(Path source) {
        super("the disk of a source is not mounted", source);
    }
}
