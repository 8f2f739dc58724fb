package app.lacuna.failure;

import java.nio.file.Path;

/** The place to write to is missing, is no folder, or does not let us write. */
public final class TargetUnusable extends LacunaException {
    public TargetUnusable(Path target, Throwable cause) {
        super("can not write there", target);
        initCause(cause);
    }
}
