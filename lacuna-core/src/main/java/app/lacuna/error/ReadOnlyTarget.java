package app.lacuna.error;

import java.nio.file.Path;

/**
 * What would be replaced is marked as read-only, and nobody has said that it may go all the same.
 */
public final class ReadOnlyTarget extends LacunaException {
    private static final long serialVersionUID = 1L;

    public ReadOnlyTarget(Path target) {
        super("the target is read-only", target);
    }
}
