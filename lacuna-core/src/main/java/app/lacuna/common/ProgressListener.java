package app.lacuna.common;

/** Told about progress on the thread that does the work: throttled, the last one always sent. */
@FunctionalInterface
public interface ProgressListener {
    void onProgress(Progress progress);

    static ProgressListener none() {
        return progress -> {};
    }
}
