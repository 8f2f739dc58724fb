package app.lacuna.crash;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.MappedByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.ReadableByteChannel;
import java.nio.channels.WritableByteChannel;
import java.nio.file.Path;

/** A file of a {@link Disk}, which records what is written. */
final class SimulatedChannel extends FileChannel {
    private final Disk disk;
    private final FileChannel file;
    private final Path place;
    private final int number;
    private boolean changed;

    SimulatedChannel(Disk disk, FileChannel file, Path place, int number) {
        this.disk = disk;
        this.file = file;
        this.place = place;
        this.number = number;
    }

    @Override
    public int read(ByteBuffer to) throws IOException {
        return file.read(to);
    }

    @Override
    public long read(ByteBuffer[] to, int offset, int length) throws IOException {
        return file.read(to, offset, length);
    }

    @Override
    public int read(ByteBuffer to, long position) throws IOException {
        return file.read(to, position);
    }

    @Override
    public int write(ByteBuffer from) throws IOException {
        synchronized (disk) {
            byte[] bytes = copy(from);
            int count = file.write(from);
            record(file.position() - count, bytes);
            return count;
        }
    }

    @Override
    public long write(ByteBuffer[] from, int offset, int length) throws IOException {
        long count = 0;
        for (int i = offset; i < offset + length; i++) {
            count += write(from[i]);
        }
        return count;
    }

    @Override
    public int write(ByteBuffer from, long position) throws IOException {
        synchronized (disk) {
            byte[] bytes = copy(from);
            int count = file.write(from, position);
            record(position, bytes);
            return count;
        }
    }

    private static byte[] copy(ByteBuffer from) {
        byte[] bytes = new byte[from.remaining()];
        from.duplicate().get(bytes);
        return bytes;
    }

    private void record(long position, byte[] bytes) throws IOException {
        disk.written(place, number, position, bytes);
        changed = true;
    }

    @Override
    public FileChannel truncate(long size) throws IOException {
        synchronized (disk) {
            file.truncate(size);
            disk.truncated(number, size);
            changed = true;
        }
        return this;
    }

    @Override
    public void force(boolean metaData) throws IOException {
        settle();
        disk.forced(new Operation.ForceFile(number));
    }

    private void settle() throws IOException {
        if (changed) {
            disk.settled(place, number);
            changed = false;
        }
    }

    @Override
    public long position() throws IOException {
        return file.position();
    }

    @Override
    public FileChannel position(long position) throws IOException {
        file.position(position);
        return this;
    }

    @Override
    public long size() throws IOException {
        return file.size();
    }

    @Override
    public long transferTo(long position, long count, WritableByteChannel to) throws IOException {
        ByteBuffer part = ByteBuffer.allocate((int) Math.min(count, 1 << 16));
        int read = file.read(part, position);
        return read <= 0 ? 0 : to.write(part.flip());
    }

    @Override
    public long transferFrom(ReadableByteChannel from, long position, long count)
            throws IOException {
        ByteBuffer part = ByteBuffer.allocate((int) Math.min(count, 1 << 16));
        int read = from.read(part);
        return read <= 0 ? 0 : write(part.flip(), position);
    }

    @Override
    public MappedByteBuffer map(MapMode mode, long position, long size) {
        throw new UnsupportedOperationException();
    }

    @Override
    public FileLock lock(long position, long size, boolean shared) {
        return new OwnLock(this, position, size, shared);
    }

    @Override
    public FileLock tryLock(long position, long size, boolean shared) {
        return new OwnLock(this, position, size, shared);
    }

    /** Nobody else uses the disk. */
    private static final class OwnLock extends FileLock {
        private boolean released;

        OwnLock(FileChannel channel, long position, long size, boolean shared) {
            super(channel, position, size, shared);
        }

        @Override
        public boolean isValid() {
            return !released && acquiredBy().isOpen();
        }

        @Override
        public void release() {
            released = true;
        }
    }

    @Override
    protected void implCloseChannel() throws IOException {
        settle();
        file.close();
    }
}
