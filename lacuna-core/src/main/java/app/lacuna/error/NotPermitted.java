package app.lacuna.error;

import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;

/** What the system refuses because of permissions. */
public final class NotPermitted {
    /** EPERM, for which Java has no class: another user's file in a sticky folder, for one. */
    private static final String REASON = "Operation not permitted";

    private NotPermitted() {}

    public static boolean is(Throwable failure) {
        return failure instanceof AccessDeniedException
                || (failure instanceof FileSystemException system
                        && REASON.equals(system.getReason()));
    }
}
