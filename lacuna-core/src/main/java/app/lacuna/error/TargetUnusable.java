package app.lacuna.error;

import java.nio.file.Path;
import org.jspecify.annotations.Nullable;

/** The place to write to is missing, is no folder, or does not let us write. */
public final class TargetUnusable extends LacunaException {
    private static final long serialVersionUID = 1L;

    public TargetUnusable(Path target, @Nullable Throwable cause) {
        super("can not write there", target);
        initCause(cause);
    }
}
