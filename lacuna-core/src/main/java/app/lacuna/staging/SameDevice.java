package app.lacuna.staging;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Whether two things lie on one device, so that one can take the name of the other in a step. */
public final class SameDevice {
    private SameDevice() {}

    /**
     * Where the system does not say what is mounted where, as in some containers, by the numbers of
     * the devices.
     */
    public static boolean of(Path one, Path other) throws IOException {
        try {
            return Files.getFileStore(one).equals(Files.getFileStore(other));
        } catch (IOException e) {
            return byNumbers(one, other, e);
        }
    }

    private static boolean byNumbers(Path one, Path other, IOException unknown) throws IOException {
        if (!one.getFileSystem().supportedFileAttributeViews().contains("unix")) {
            throw unknown;
        }
        return Files.getAttribute(one, "unix:dev").equals(Files.getAttribute(other, "unix:dev"));
    }
}
