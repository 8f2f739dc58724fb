package app.lacuna.selection;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Optional;

/** Looks at one file, folder or link, without following links. */
public final class ItemReader {
    /** Stands for bytes in a name that are no text. */
    static final char UNNAMEABLE = '\ufffd';

    /** The item, or empty for a socket, a device or a pipe. */
    public Optional<FileItem> read(Path source, String path) throws IOException {
        BasicFileAttributes attributes = attributes(source);
        Optional<ItemKind> kind = kindOf(attributes);
        if (kind.isEmpty()) {
            return Optional.empty();
        }
        long size =
                switch (kind.get()) {
                    case FILE -> attributes.size();
                    case FOLDER -> 0;
                    case LINK -> linkTarget(source).length;
                };
        return Optional.of(
                new FileItem(
                        source,
                        path,
                        kind.get(),
                        size,
                        attributes.lastModifiedTime().toInstant(),
                        permissions(source, attributes)));
    }

    /** The same item as it is on disk now, under the same path inside the archive. */
    public Optional<FileItem> readAgain(FileItem item) throws IOException {
        return read(item.source(), item.path());
    }

    /** What a link points to, as it is stored in an archive: with '/' on every system. */
    static byte[] linkTarget(Path link) throws IOException {
        String target = Files.readSymbolicLink(link).toString();
        String separator = link.getFileSystem().getSeparator();
        return target.replace(separator, "/").getBytes(StandardCharsets.UTF_8);
    }

    private static BasicFileAttributes attributes(Path source) throws IOException {
        boolean posix = source.getFileSystem().supportedFileAttributeViews().contains("posix");
        Class<? extends BasicFileAttributes> view =
                posix ? PosixFileAttributes.class : BasicFileAttributes.class;
        return Files.readAttributes(source, view, LinkOption.NOFOLLOW_LINKS);
    }

    static Optional<ItemKind> kindOf(BasicFileAttributes attributes) {
        if (attributes.isSymbolicLink()) {
            return Optional.of(ItemKind.LINK);
        }
        if (attributes.isOther()) {
            return Optional.empty(); // also a folder that is only a junction to another one
        }
        if (attributes.isDirectory()) {
            return Optional.of(ItemKind.FOLDER);
        }
        return attributes.isRegularFile() ? Optional.of(ItemKind.FILE) : Optional.empty();
    }

    /** Whether what a link points to can be written as text, so that it comes back as it was. */
    boolean isText(Path link) throws IOException {
        return Files.readSymbolicLink(link).toString().indexOf(UNNAMEABLE) < 0;
    }

    private static int permissions(Path source, BasicFileAttributes attributes) throws IOException {
        if (!(attributes instanceof PosixFileAttributes posix)) {
            return FileItem.NO_PERMISSIONS;
        }
        int bits = 0;
        for (PosixFilePermission permission : posix.permissions()) {
            bits |= 0400 >> permission.ordinal();
        }
        return attributes.isDirectory() ? bits | sticky(source) : bits;
    }

    private static int sticky(Path folder) throws IOException {
        if (!folder.getFileSystem().supportedFileAttributeViews().contains("unix")) {
            return 0;
        }
        return (Integer) Files.getAttribute(folder, "unix:mode", LinkOption.NOFOLLOW_LINKS)
                & FileItem.STICKY;
    }
}
