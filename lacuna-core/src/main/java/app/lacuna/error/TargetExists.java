package app.lacuna.error;

import java.nio.file.Path;

/** The name is taken, and it was not agreed to replace what is there. */
public final class TargetExists extends LacunaException {
    private static final long serialVersionUID = 1L;

    public TargetExists(Path target) {
        super("the target exists", target);
    }
}
