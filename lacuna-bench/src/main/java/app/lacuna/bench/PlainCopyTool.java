package app.lacuna.bench;

import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSources;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.EnumSet;
import java.util.Set;

/**
 * The least that changing a copy and proving it can be: the file is copied, written out to the
 * device, and both copies are read once, past the system's memory of them.
 */
final class PlainCopyTool implements Tool {
    @Override
    public String name() {
        return "a copy, both read";
    }

    @Override
    public Set<Job> jobs() {
        return EnumSet.of(Job.CHANGE);
    }

    @Override
    public void run(Job job, Path folder, Path archive, Path target) throws IOException {
        Path copy = archive.resolveSibling("copy.zip");
        Files.copy(archive, copy);
        try (FileChannel channel = FileChannel.open(copy, StandardOpenOption.WRITE)) {
            channel.force(true);
        }
        readWhole(archive);
        readWhole(copy);
        Files.delete(copy);
    }

    private static void readWhole(Path file) throws IOException {
        try (ByteSource source = FileSources.open(file, FileSources.Way.PAST_CACHE)) {
            ByteBuffer buffer = ByteBuffer.allocate(1 << 18);
            long position = 0;
            int count;
            while ((count = source.read(buffer.clear(), position)) > 0) {
                position += count;
            }
        }
    }
}
