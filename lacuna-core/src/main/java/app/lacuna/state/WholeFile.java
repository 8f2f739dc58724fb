package app.lacuna.state;

import static java.util.Objects.requireNonNull;

import app.lacuna.files.DurableFolder;
import app.lacuna.files.Failpoint;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Set;

/**
 * Writes a file of our own so that it is there as it was or as it is to be, and nothing between.
 */
public final class WholeFile {
    private WholeFile() {}

    /**
     * @param made a name beside it that nobody else uses at the moment
     * @param place readable for the user only from now on
     */
    public static void replace(Path made, Path place, byte[] content) throws IOException {
        Files.deleteIfExists(made);
        try (FileChannel channel =
                FileChannel.open(
                        made,
                        Set.of(StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE),
                        PrivatePlaces.forFile(place))) {
            ByteBuffer bytes = ByteBuffer.wrap(content);
            while (bytes.hasRemaining()) {
                channel.write(bytes);
            }
            channel.force(true);
        }
        Failpoint.reached("state.before");
        Files.move(
                made, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        Failpoint.reached("state.after");
        DurableFolder.force(requireNonNull(place.toAbsolutePath().getParent()));
    }
}
