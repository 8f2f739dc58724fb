package app.lacuna.job;

import app.lacuna.archive.iso.IsoFolder;
import app.lacuna.archive.iso.IsoImage;
import app.lacuna.archive.iso.VolumeName;
import app.lacuna.common.CancelToken;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/** An image of a folder as any program writes one, without an archive in it. */
final class PlainImage {
    private PlainImage() {}

    static void of(Path image, Path tree) throws IOException {
        Instant now = Instant.parse("2026-11-26T10:00:00Z");
        IsoFolder root = IsoFolder.root(now);
        add(root.addFolder(tree.getFileName().toString(), time(tree), mode(tree)), tree);
        VolumeName name = new VolumeName("THEIRS", "THEIRS", 1, 1, now);
        try (OutputStream out = Files.newOutputStream(image)) {
            new IsoImage(root, name).writeTo(out, count -> {}, CancelToken.never());
        }
    }

    private static void add(IsoFolder to, Path folder) throws IOException {
        List<Path> inside;
        try (Stream<Path> files = Files.list(folder)) {
            inside = files.sorted().toList();
        }
        for (Path file : inside) {
            String name = file.getFileName().toString();
            if (Files.isDirectory(file, LinkOption.NOFOLLOW_LINKS)) {
                add(to.addFolder(name, time(file), mode(file)), file);
            } else {
                to.addFile(
                        name,
                        Files.size(file),
                        time(file),
                        mode(file),
                        () -> Files.newInputStream(file));
            }
        }
    }

    private static Instant time(Path file) throws IOException {
        return Files.getLastModifiedTime(file).toInstant();
    }

    private static int mode(Path file) throws IOException {
        Set<PosixFilePermission> all = Files.getPosixFilePermissions(file);
        int mode = 0;
        for (PosixFilePermission one : all) {
            mode |= 1 << (8 - one.ordinal());
        }
        return mode;
    }
}
