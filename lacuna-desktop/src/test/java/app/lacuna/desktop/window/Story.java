package app.lacuna.desktop.window;

import app.lacuna.demo.DemoData;
import app.lacuna.demo.DemoSize;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** The demo files, made once for all classes of a process: their pictures take seconds. */
final class Story {
    private static Path made;
    private static List<Path> roots;

    private Story() {}

    static synchronized List<Path> copiedTo(Path folder) throws IOException {
        if (made == null) {
            Path place = Path.of("target/story", String.valueOf(ProcessHandle.current().pid()));
            roots = new DemoData(place.toAbsolutePath(), DemoSize.SMALL).write();
            made = place.toAbsolutePath();
        }
        Files.createDirectories(folder);
        List<Path> copies = new ArrayList<>();
        for (Path root : roots) {
            copy(root, folder);
            copies.add(folder.resolve(made.relativize(root)));
        }
        return copies;
    }

    private static void copy(Path root, Path folder) throws IOException {
        List<Path> all;
        try (Stream<Path> found = Files.walk(root)) {
            all = found.toList();
        }
        for (Path each : all) {
            Files.copy(
                    each,
                    folder.resolve(made.relativize(each)),
                    StandardCopyOption.COPY_ATTRIBUTES,
                    LinkOption.NOFOLLOW_LINKS);
        }
        for (Path each : all) { // a folder has got other times by what was put into it
            if (Files.isDirectory(each, LinkOption.NOFOLLOW_LINKS)) {
                Files.setLastModifiedTime(
                        folder.resolve(made.relativize(each)),
                        Files.readAttributes(each, BasicFileAttributes.class).lastModifiedTime());
            }
        }
    }
}
