package app.lacuna.archive;

import app.lacuna.selection.FileItem;
import app.lacuna.selection.LeftOut;

/** Hears what becomes of the items while they are packed, and can stop the work. */
public interface PackingWatch {
    /**
     * Called from any thread, once per buffer.
     *
     * @param bytes read since the last call; negative for what has to be read once more
     */
    void onBytes(FileItem item, long bytes);

    /**
     * It is in the archive now. Called in the order of the items, on the thread that adds them.
     *
     * @param asRead as it was when it was read
     * @param steady whether it stayed the same while it was read
     */
    void onPacked(FileItem asRead, boolean steady);

    /** It is not in the archive. Called in the order of the items, as above. */
    void onLeftOut(FileItem item, LeftOut.Reason reason);

    /**
     * Called from any thread, once per buffer.
     *
     * @throws java.util.concurrent.CancellationException to stop the work
     */
    void check();
}
