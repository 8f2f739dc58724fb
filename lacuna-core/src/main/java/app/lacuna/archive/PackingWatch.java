package app.lacuna.archive;

import app.lacuna.selection.FileDetails;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.LeftOut;

/** Hears what becomes of the items while they are packed, and can stop the work. */
public interface PackingWatch {
    /** Hears nothing and stops nothing. */
    PackingWatch NONE =
            new PackingWatch() {
                @Override
                public void onBytes(FileItem item, long bytes) {
                    // nobody listens
                }

                @Override
                public void onPacked(FileItem asRead, boolean steady) {
                    // nobody listens
                }

                @Override
                public void onLeftOut(FileItem item, LeftOut.Reason reason) {
                    // nobody listens
                }

                @Override
                public void check() {
                    // it goes on
                }
            };

    /**
     * Called from any thread, once per buffer.
     *
     * @param bytes read since the last call; negative for what has to be read once more
     */
    void onBytes(FileItem item, long bytes);

    /** Whether the digest of each file is to be worked out while it is read. */
    default boolean wantsDigests() {
        return false;
    }

    /**
     * Called from any thread, before the item is packed; if it is read more than once, once for
     * each time, and the last one counts.
     *
     * @param sha256 of the bytes that were read, or of the target of a link, in hexadecimal digits
     */
    default void onDigest(FileItem item, String sha256) {
        // not wanted
    }

    /**
     * Called from any thread, as {@link #onDigest}, with the details that are stored beside the
     * bytes of the same reading; not called by formats that store none.
     */
    default void onDetails(FileItem item, FileDetails details) {
        // not wanted
    }

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
