package app.lacuna.common;

import java.time.Duration;
import java.util.function.LongSupplier;

/** Counts the work of one stage and sends snapshots, at most one in {@link #INTERVAL}. */
public final class ProgressMeter {
    static final Duration INTERVAL = Duration.ofMillis(50);

    private final ProgressListener listener;
    private final LongSupplier nanoTime;
    private final Stage stage;
    private final long totalBytes;
    private final int totalItems;
    private String item = "";
    private long doneBytes;
    private int doneItems;
    private long lastSent;

    public ProgressMeter(ProgressListener listener, Stage stage, long totalBytes, int totalItems) {
        this(listener, stage, totalBytes, totalItems, System::nanoTime);
    }

    ProgressMeter(
            ProgressListener listener,
            Stage stage,
            long totalBytes,
            int totalItems,
            LongSupplier nanoTime) {
        this.listener = listener;
        this.stage = stage;
        this.totalBytes = totalBytes;
        this.totalItems = totalItems;
        this.nanoTime = nanoTime;
        this.lastSent = nanoTime.getAsLong();
        send();
    }

    public synchronized void startItem(String path) {
        item = path;
        sendIfDue();
    }

    public synchronized void addBytes(long count) {
        doneBytes += count;
        sendIfDue();
    }

    /** Takes bytes back that have to be done again. */
    public synchronized void takeBack(long count) {
        doneBytes -= count;
    }

    public synchronized long doneBytes() {
        return doneBytes;
    }

    public synchronized void itemDone() {
        doneItems++;
        sendIfDue();
    }

    /** Sends the last snapshot, whatever the interval. */
    public synchronized void finish() {
        item = "";
        send();
    }

    private void sendIfDue() {
        long now = nanoTime.getAsLong();
        if (now - lastSent >= INTERVAL.toNanos()) {
            lastSent = now;
            send();
        }
    }

    private void send() {
        listener.onProgress(
                new Progress(stage, item, doneBytes, totalBytes, doneItems, totalItems));
    }
}
