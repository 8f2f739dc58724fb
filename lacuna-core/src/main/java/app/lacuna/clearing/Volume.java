package app.lacuna.clearing;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** The disk, stick or share that something lies on: everything below the place it is mounted at. */
public final class Volume {
    private Volume() {}

    /**
     * The topmost folder on the same device.
     *
     * @param path something that is there
     */
    public static Path top(Path path) throws IOException {
        Path place = path.toAbsolutePath();
        if (!knowsDevices(place)) {
            return place.getRoot();
        }
        Object device = device(place);
        Path top = place;
        for (Path above = place.getParent(); above != null; above = above.getParent()) {
            if (!device.equals(device(above))) {
                return top;
            }
            top = above;
        }
        return top;
    }

    /** Of all of them, as far as they are there. */
    static List<Path> of(List<ReadableFile> files) {
        Set<Path> folders = new LinkedHashSet<>();
        files.forEach(file -> folders.add(file.path().getParent()));
        Set<Object> devices = new HashSet<>();
        List<Path> tops = new ArrayList<>();
        for (Path folder : folders) {
            try {
                boolean known = knowsDevices(folder) && !devices.add(device(folder));
                if (!known) {
                    tops.add(top(folder));
                }
            } catch (IOException e) {
                continue; // gone already
            }
        }
        return tops.stream().distinct().toList();
    }

    /** False for the place of a stick that has been taken out. */
    public static boolean isThere(Path top) {
        try {
            Path above = top.getParent();
            return Files.exists(top) && (above == null || !isSame(top, above));
        } catch (IOException e) {
            return false;
        }
    }

    public static boolean isSame(Path one, Path other) throws IOException {
        return knowsDevices(one)
                ? device(one).equals(device(other))
                : Files.getFileStore(one).equals(Files.getFileStore(other));
    }

    private static boolean knowsDevices(Path path) {
        return path.getFileSystem().supportedFileAttributeViews().contains("unix");
    }

    private static Object device(Path path) throws IOException {
        return Files.getAttribute(path, "unix:dev", LinkOption.NOFOLLOW_LINKS);
    }
}
