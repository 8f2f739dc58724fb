package app.lacuna.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/** The bytes of a file, opened for reading only. */
public final class FileSource implements ByteSource {
    private final FileChannel channel;

    public FileSource(Path file) throws IOException {
        channel = FileChannel.open(file, StandardOpenOption.READ);
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        return channel.read(into, position);
    }

    @Override
    public long size() throws IOException {
        return channel.size();
    }

    @Override
    public void close() throws IOException {
        channel.close();
    }
}
