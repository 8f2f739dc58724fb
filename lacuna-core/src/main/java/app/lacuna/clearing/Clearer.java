package app.lacuna.clearing;

import app.lacuna.clearing.Cleared.Result;
import app.lacuna.files.Failpoint;
import app.lacuna.files.Links;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.DosFileAttributeView;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;

/**
 * Deletes files, and says of each what became of it. Deleting takes a name away and nothing else:
 * where the same file has other names, those stay, and so does what is in it. Only what lies in a
 * folder of our own is overwritten before, and only while it has no other name; that is done for
 * what it is worth, since some disks and file systems write elsewhere.
 */
public final class Clearer {
    private Clearer() {}

    /** A file or a link, which is not followed; or an empty folder. */
    public static Cleared delete(Path path) {
        OptionalInt names = names(path);
        boolean folder = Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS);
        try {
            remove(path);
            boolean elsewhere = !folder && names.orElse(1) > 1;
            return Cleared.of(path, elsewhere ? Result.LINKED_ELSEWHERE : Result.DELETED);
        } catch (NoSuchFileException e) {
            return Cleared.of(path, Result.NOT_THERE);
        } catch (IOException e) {
            return Cleared.failed(path, e);
        }
    }

    /** Some systems do not delete what is marked as read-only. */
    private static void remove(Path path) throws IOException {
        Failpoint.reached("delete");
        try {
            Files.delete(path);
        } catch (AccessDeniedException e) {
            DosFileAttributeView dos =
                    Files.getFileAttributeView(
                            path, DosFileAttributeView.class, LinkOption.NOFOLLOW_LINKS);
            boolean windows = "\\".equals(path.getFileSystem().getSeparator());
            if (dos == null || !windows || !dos.readAttributes().isReadOnly()) {
                throw e;
            }
            dos.setReadOnly(false);
            Files.delete(path);
        }
    }

    /**
     * Overwrites and deletes everything in a folder that this program has made for itself, and the
     * folder. What can not be deleted stays and is among the results; the rest goes all the same.
     *
     * @return one for each file and folder
     */
    public static List<Cleared> wipeOwn(Path folder) {
        List<Cleared> results = new ArrayList<>();
        if (!Files.exists(folder, LinkOption.NOFOLLOW_LINKS)) {
            return results;
        }
        try {
            Files.walkFileTree(folder, new Wiping(results));
        } catch (IOException e) {
            results.add(Cleared.failed(folder, e));
        }
        return results;
    }

    static final class Wiping extends SimpleFileVisitor<Path> {
        private final List<Cleared> results;

        Wiping(List<Cleared> results) {
            this.results = results;
        }

        /** What only leads to another folder is taken away itself, and not what is in that one. */
        @Override
        public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
            if (!Links.leadElsewhere(attributes)) {
                return FileVisitResult.CONTINUE;
            }
            results.add(delete(folder));
            return FileVisitResult.SKIP_SUBTREE;
        }

        @Override
        public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
            boolean overwritten =
                    attributes.isRegularFile()
                            && names(file).orElse(2) == 1
                            && overwrite(file, attributes.size());
            Cleared deleted = delete(file);
            results.add(
                    overwritten && deleted.result() == Result.DELETED
                            ? Cleared.of(file, Result.OVERWRITTEN)
                            : deleted);
            return FileVisitResult.CONTINUE;
        }

        @Override
        public FileVisitResult visitFileFailed(Path file, IOException failure) {
            results.add(delete(file));
            return FileVisitResult.CONTINUE;
        }

        @Override
        public FileVisitResult postVisitDirectory(Path folder, IOException failure) {
            results.add(delete(folder));
            return FileVisitResult.CONTINUE;
        }
    }

    private static boolean overwrite(Path file, long size) {
        ByteBuffer zeros = ByteBuffer.allocate(1 << 16);
        try (FileChannel channel =
                FileChannel.open(
                        file, Set.of(StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS))) {
            for (long done = 0; done < size; done += zeros.limit()) {
                zeros.clear().limit((int) Math.min(zeros.capacity(), size - done));
                while (zeros.hasRemaining()) {
                    channel.write(zeros, done + zeros.position());
                }
            }
            channel.force(false);
            return true;
        } catch (IOException e) {
            return false; // a file that can not be written is deleted as it is
        }
    }

    /** How many names the file has; empty where the system does not tell. */
    private static OptionalInt names(Path file) {
        if (!file.getFileSystem().supportedFileAttributeViews().contains("unix")) {
            return OptionalInt.empty();
        }
        try {
            return OptionalInt.of(
                    (Integer) Files.getAttribute(file, "unix:nlink", LinkOption.NOFOLLOW_LINKS));
        } catch (IOException e) {
            return OptionalInt.empty();
        }
    }
}
