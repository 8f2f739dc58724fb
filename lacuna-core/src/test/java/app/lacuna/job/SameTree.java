package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Holds two folders against each other: names, kinds, contents, times, permissions. */
public final class SameTree {
    private SameTree() {}

    public static void assertSame(Path actual, Path expected) throws IOException {
        Map<String, String> seen = described(actual);
        assertThat(seen).isEqualTo(described(expected));
        try (Stream<Path> walk = Files.walk(expected)) {
            for (Path file : (Iterable<Path>) walk::iterator) {
                if (Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
                    Path same = actual.resolve(expected.relativize(file).toString());
                    assertThat(Files.mismatch(file, same)).as("%s", file).isEqualTo(-1);
                }
            }
        }
    }

    /** As it is, with times, permissions and links. */
    static void copy(Path from, Path to) throws IOException {
        try (Stream<Path> walk = Files.walk(from)) {
            for (Path path : (Iterable<Path>) walk::iterator) {
                Path target = to.resolve(from.relativize(path).toString());
                Files.createDirectories(target.getParent());
                Files.copy(
                        path,
                        target,
                        LinkOption.NOFOLLOW_LINKS,
                        StandardCopyOption.COPY_ATTRIBUTES);
            }
        }
        try (Stream<Path> walk = Files.walk(from)) {
            List<Path> folders =
                    walk.filter(path -> Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS))
                            .sorted(Comparator.reverseOrder())
                            .toList();
            for (Path each : folders) {
                Files.setLastModifiedTime(
                        to.resolve(from.relativize(each).toString()),
                        Files.getLastModifiedTime(each));
            }
        }
    }

    private static Map<String, String> described(Path root) throws IOException {
        Map<String, String> all = new TreeMap<>();
        try (Stream<Path> walk = Files.walk(root)) {
            for (Path path : (Iterable<Path>) walk::iterator) {
                all.put(root.relativize(path).toString(), described(path, root));
            }
        }
        return all;
    }

    private static String described(Path path, Path root) throws IOException {
        if (Files.isSymbolicLink(path)) {
            return "link to " + Files.readSymbolicLink(path);
        }
        String permissions =
                PosixFilePermissions.toString(
                        Files.getPosixFilePermissions(path, LinkOption.NOFOLLOW_LINKS));
        String time =
                Files.getLastModifiedTime(path)
                        .toInstant()
                        .truncatedTo(ChronoUnit.SECONDS)
                        .toString();
        boolean folder = Files.isDirectory(path);
        String size = folder ? "folder" : Files.size(path) + " bytes";
        return size + ", " + permissions + ", " + (path.equals(root) ? "" : time);
    }
}
