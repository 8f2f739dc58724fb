package app.lacuna.files;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/**
 * Makes the entries of a folder durable. POSIX: a new, renamed or deleted name survives a power cut
 * only after {@code fsync} of the folder that contains it; {@code fsync} of the file is not enough.
 */
public final class DurableFolder {
    private DurableFolder() {}

    /**
     * Waits until all new, renamed and deleted names in the folder are on the device. Does nothing
     * where the system cannot open folders.
     */
    public static void force(Path folder) {
        try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
            channel.force(true);
        } catch (IOException | UnsupportedOperationException e) {
            // Windows cannot open a folder; the names are written all the same.
        }
    }
}
