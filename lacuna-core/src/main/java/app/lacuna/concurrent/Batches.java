package app.lacuna.concurrent;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/**
 * Gathers small things into shares that are worth a worker's while: a share is full when it has
 * enough things or enough bytes. Where there turn out to be many, the shares become larger. Call
 * order: {@link #add} any number of times, {@link #flush}.
 */
public final class Batches<T> {
    /** As many keys of AES-256 as the slower kernel derives together. */
    public static final int THINGS = 16;

    /** As many as the faster one does. */
    public static final int MANY_THINGS = 64;

    /** Before that many, all workers should have something to do soon. */
    private static final int FEW = 16 * THINGS;

    public static final long BYTES = 1 << 20;

    /** What even an empty thing takes while it is under way. */
    private static final long OVERHEAD = 4096;

    /** Receives a full share. */
    @FunctionalInterface
    public interface Sink<T> {
        void accept(List<T> share, long bytes) throws IOException;
    }

    private final Sink<T> sink;
    private List<T> share = new ArrayList<>();
    private long bytes;
    private long things;

    public Batches(Sink<T> sink) {
        this.sink = sink;
    }

    public void add(T thing, long thingBytes) throws IOException {
        share.add(thing);
        bytes += thingBytes + OVERHEAD;
        things++;
        if (share.size() >= (things <= FEW ? THINGS : MANY_THINGS) || bytes >= BYTES) {
            flush();
        }
    }

    /** Hands on what there is. */
    public void flush() throws IOException {
        if (share.isEmpty()) {
            return;
        }
        List<T> full = share;
        long fullBytes = bytes;
        share = new ArrayList<>();
        bytes = 0;
        sink.accept(full, fullBytes);
    }
}
