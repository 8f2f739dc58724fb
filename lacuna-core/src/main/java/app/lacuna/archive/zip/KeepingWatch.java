package app.lacuna.archive.zip;

/** Hears how entries of an older archive are taken over, and can stop the work. */
public interface KeepingWatch {
    /**
     * Called from any thread, once per buffer, with the bytes of the older archive that were read.
     */
    void onBytes(KeptEntry entry, long bytes);

    /** It is in the new archive now. Called on the thread that keeps them. */
    void onKept(KeptEntry entry);

    /**
     * Called from any thread, once per buffer.
     *
     * @throws java.util.concurrent.CancellationException to stop the work
     */
    void check();
}
