package app.lacuna.crash;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.MappedByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.ReadableByteChannel;
import java.nio.channels.WritableByteChannel;

/** A folder opened as Linux lets it be: to force its entries onto the device. */
final class FolderChannel extends FileChannel {
    private final Disk disk;
    private final int folder;

    FolderChannel(Disk disk, int folder) {
        this.disk = disk;
        this.folder = folder;
    }

    @Override
    public void force(boolean metaData) {
        disk.forced(new Operation.ForceFolder(folder));
    }

    private static IOException isFolder() {
        return new IOException("Is a directory");
    }

    @Override
    public int read(ByteBuffer to) throws IOException {
        throw isFolder();
    }

    @Override
    public long read(ByteBuffer[] to, int offset, int length) throws IOException {
        throw isFolder();
    }

    @Override
    public int read(ByteBuffer to, long position) throws IOException {
        throw isFolder();
    }

    @Override
    public int write(ByteBuffer from) throws IOException {
        throw isFolder();
    }

    @Override
    public long write(ByteBuffer[] from, int offset, int length) throws IOException {
        throw isFolder();
    }

    @Override
    public int write(ByteBuffer from, long position) throws IOException {
        throw isFolder();
    }

    @Override
    public long position() {
        return 0;
    }

    @Override
    public FileChannel position(long position) {
        return this;
    }

    @Override
    public long size() {
        return 0;
    }

    @Override
    public FileChannel truncate(long size) throws IOException {
        throw isFolder();
    }

    @Override
    public long transferTo(long position, long count, WritableByteChannel to) throws IOException {
        throw isFolder();
    }

    @Override
    public long transferFrom(ReadableByteChannel from, long position, long count)
            throws IOException {
        throw isFolder();
    }

    @Override
    public MappedByteBuffer map(MapMode mode, long position, long size) throws IOException {
        throw isFolder();
    }

    @Override
    public FileLock lock(long position, long size, boolean shared) throws IOException {
        throw isFolder();
    }

    @Override
    public FileLock tryLock(long position, long size, boolean shared) throws IOException {
        throw isFolder();
    }

    @Override
    protected void implCloseChannel() {}
}
