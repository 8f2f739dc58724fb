package app.lacuna.staging;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** How much room a device has left, as far as the system tells. */
public final class FreeSpace {
    /** With less than this left, a failed write is put down to lack of space. */
    private static final long FULL_BELOW = 1 << 20;

    private FreeSpace() {}

    /** {@link Long#MAX_VALUE} where the system does not say: in some containers it can not. */
    public static long at(Path folder) {
        try {
            return Files.getFileStore(folder).getUsableSpace();
        } catch (IOException e) {
            return Long.MAX_VALUE;
        }
    }

    public static boolean isUsedUpAt(Path folder) {
        return at(folder) < FULL_BELOW;
    }
}
