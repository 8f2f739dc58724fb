package app.lacuna.demo.drive;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.function.LongConsumer;

/** A drive with a tray, and a stack of discs beside it. Safe to use from several threads. */
public final class SimulatedDrive {
    /** Of a CD, a DVD and a Blu-ray disc, as they are sold most. */
    public static final long CD = 359_844;

    public static final long DVD = 2_295_104;
    public static final long BLU_RAY = 12_219_392;

    private static final int BUFFER_BYTES = 1 << 17;

    private final Path folder;
    private final List<SimulatedDisc> ejected = new ArrayList<>();
    private final List<SimulatedDisc> stack = new ArrayList<>();
    private long bytesPerSecond = Long.MAX_VALUE;
    private Optional<SimulatedDisc> disc = Optional.empty();
    private String asked = "";
    private int made;

    /** Reads what is to be written. */
    @FunctionalInterface
    public interface Source {
        int read(ByteBuffer into, long position) throws IOException;
    }

    /**
     * @param folder for what is on the discs
     */
    public SimulatedDrive(Path folder) {
        this.folder = folder;
    }

    public synchronized SimulatedDrive speed(long newBytesPerSecond) {
        bytesPerSecond = newBytesPerSecond;
        return this;
    }

    /** A new empty disc; it is not in the drive yet. */
    public synchronized SimulatedDisc blank(long sectors) throws IOException {
        Files.createDirectories(folder);
        made++;
        Path file = folder.resolve("disc-" + made + ".bin");
        Files.deleteIfExists(file); // of a drive that was there before
        return new SimulatedDisc(file, sectors);
    }

    public synchronized void insert(SimulatedDisc wanted) {
        disc = Optional.of(wanted);
    }

    public synchronized Optional<SimulatedDisc> disc() {
        return disc;
    }

    public synchronized void eject() {
        disc.ifPresent(ejected::add);
        disc = Optional.empty();
    }

    /** Those that came out, in their order. */
    public synchronized List<SimulatedDisc> ejected() {
        return List.copyOf(ejected);
    }

    /** Discs that go in by themselves, one each time when a disc is asked for and there is none. */
    public synchronized void stack(List<SimulatedDisc> discs) {
        stack.addAll(discs);
    }

    /** Which disc the program wants; as its window would show it. */
    public synchronized void ask(String wanted) {
        asked = wanted;
        if (disc.isEmpty() && !stack.isEmpty()) {
            disc = Optional.of(stack.remove(0));
        }
    }

    public synchronized String asked() {
        return asked;
    }

    private synchronized long speed() {
        return bytesPerSecond;
    }

    private SimulatedDisc there() throws IOException {
        return disc().orElseThrow(() -> new IOException("there is no disc"));
    }

    /** Writes everything from its first byte on, at the speed of the drive. */
    public void write(Source source, long size, LongConsumer onWritten, BooleanSupplier cancelled)
            throws IOException {
        SimulatedDisc onto = there();
        ByteBuffer buffer = ByteBuffer.allocate(BUFFER_BYTES);
        for (long position = 0; position < size; ) {
            if (cancelled.getAsBoolean()) {
                throw new CancellationException();
            }
            buffer.clear().limit((int) Math.min(BUFFER_BYTES, size - position));
            int count = source.read(buffer, position);
            if (count <= 0) {
                throw new IOException("the image has become shorter");
            }
            onto.write(buffer.flip(), position);
            position += count;
            onWritten.accept(count);
            LockSupport.parkNanos((long) (1e9 * count / speed()));
        }
    }

    /** From the disc, as far as it can be read. */
    public int read(ByteBuffer into, long position) throws IOException {
        return there().read(into, position);
    }

    public long size() throws IOException {
        return there().size();
    }
}
