package app.lacuna.demo.drive;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;

/** A disc of some size, with what is on it in a file. Its scratches are where it is not read. */
public final class SimulatedDisc {
    static final int SECTOR = 2048;
    private static final int LABEL_AT = 16 * SECTOR + 40;

    private final Path file;
    private final long sectors;
    private final List<long[]> scratches = new ArrayList<>();
    private long failsAt = -1;
    private boolean spoiled;

    SimulatedDisc(Path file, long sectors) {
        this.file = file;
        this.sectors = sectors;
    }

    /** How much it holds. */
    public long sectors() {
        return sectors;
    }

    public Path file() {
        return file;
    }

    /** What can not be read any more: a ring, or some sectors. */
    public SimulatedDisc scratch(long firstSector, long count) {
        scratches.add(new long[] {firstSector, firstSector + count});
        return this;
    }

    /** Writing ends there with an error. */
    public SimulatedDisc failsAt(long sector) {
        failsAt = sector;
        return this;
    }

    /** With something on it that says this of itself. */
    public SimulatedDisc written(String label) throws IOException {
        byte[] bytes = new byte[20 * SECTOR];
        for (int i = 0; i < 32; i++) {
            bytes[LABEL_AT + i] = (byte) (i < label.length() ? label.charAt(i) : ' ');
        }
        Files.write(file, bytes);
        return this;
    }

    public boolean isBlank() throws IOException {
        return !spoiled && (!Files.exists(file) || Files.size(file) == 0);
    }

    /** As it stands in its volume descriptor (ECMA-119, 8.4.7). */
    public String label() throws IOException {
        if (!Files.exists(file) || Files.size(file) < LABEL_AT + 32) {
            return "";
        }
        byte[] label = new byte[32];
        try (FileChannel channel = FileChannel.open(file)) {
            channel.read(ByteBuffer.wrap(label), LABEL_AT);
        }
        return new String(label, StandardCharsets.US_ASCII).strip();
    }

    long size() throws IOException {
        return Files.exists(file) ? Files.size(file) : 0;
    }

    int read(ByteBuffer into, long position) throws IOException {
        long first = position / SECTOR;
        long last = (position + Math.max(1, into.remaining()) - 1) / SECTOR;
        for (long[] scratch : scratches) {
            if (first < scratch[1] && last >= scratch[0]) {
                throw new IOException("a sector can not be read");
            }
        }
        try (FileChannel channel = FileChannel.open(file)) {
            return channel.read(into, position);
        }
    }

    void write(ByteBuffer bytes, long position) throws IOException {
        spoiled = true;
        long last = (position + bytes.remaining() - 1) / SECTOR;
        if (last >= sectors) {
            throw new IOException("the disc is full");
        }
        if (failsAt >= 0 && last >= failsAt) {
            throw new IOException("the laser has failed");
        }
        try (FileChannel channel =
                FileChannel.open(file, StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
            while (bytes.hasRemaining()) {
                position += channel.write(bytes, position);
            }
        }
    }
}
