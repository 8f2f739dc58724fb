package app.lacuna.clearing;

import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * A folder out of which nothing can be deleted for a while: by its permissions, or for root, whom
 * they do not stop, by the attribute of the file system that makes it immutable.
 */
public final class Undeletable implements AutoCloseable {
    private final Path folder;

    private Undeletable(Path folder) {
        this.folder = folder;
    }

    public static Undeletable below(Path folder) throws IOException {
        Undeletable held = new Undeletable(folder);
        if (isRoot()) {
            held.attribute("+i");
        } else {
            assumeTrue(folder.toFile().setWritable(false));
        }
        return held;
    }

    private static boolean isRoot() {
        return "root".equals(System.getProperty("user.name"));
    }

    private void attribute(String change) throws IOException {
        Process process = new ProcessBuilder(List.of("chattr", change, folder.toString())).start();
        int code = process.onExit().join().exitValue();
        assumeTrue(code == 0, "this file system has no such attribute");
    }

    public boolean isHeld() {
        return Files.isDirectory(folder);
    }

    @Override
    public void close() throws IOException {
        if (isRoot()) {
            attribute("-i");
        } else {
            assumeTrue(folder.toFile().setWritable(true));
        }
    }
}
