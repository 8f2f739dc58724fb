package app.lacuna.disc.read;

import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.disc.DiscOrder;
import app.lacuna.error.LacunaException;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/**
 * A folder where a disc is mounted, or where its files have been copied to. What disc it is, is
 * told by the names of its files: the system does not show more.
 */
public final class FolderMedium implements Medium {
    /** A folder with more is no disc of ours. */
    private static final int MOST_FILES = 64;

    private final Path folder;
    private final List<String> files = new ArrayList<>();
    private final Identity identity;

    private FolderMedium(Path folder) throws IOException {
        this.folder = folder;
        try (DirectoryStream<Path> all = Files.newDirectoryStream(folder)) {
            for (Path file : all) {
                if (files.size() < MOST_FILES && Files.isRegularFile(file)) {
                    files.add(file.getFileName().toString());
                }
            }
        } catch (DirectoryIteratorException e) {
            throw e.getCause();
        }
        files.sort(String::compareTo);
        identity = identify().with(mark());
    }

    public static FolderMedium open(Path folder) throws IOException {
        return new FolderMedium(folder);
    }

    private Identity identify() throws IOException {
        for (String name : files) {
            OptionalInt count = DiscOrder.countIn(name);
            if (count.isPresent()) {
                int number = DiscOrder.numberIn(name).getAsInt();
                String label = name.substring(0, name.lastIndexOf('-'));
                return new Identity(label, number, count.getAsInt(), "");
            }
        }
        for (String name : files) {
            OptionalInt part = VolumeNames.numberOf(name);
            if (part.isPresent()) {
                return new Identity(stem(name), part.getAsInt(), 0, "");
            }
        }
        for (String name : files) {
            if (DiscSet.isLastPart(name)) {
                return last(name);
            }
        }
        return new Identity("", 0, 0, "");
    }

    private Identity last(String name) throws IOException {
        try (ByteSource source = open(name)) {
            int count = (int) Math.min(999, ZipArchives.volumes(folder.resolve(name), source));
            return new Identity(stem(name), count, count, "");
        } catch (LacunaException e) {
            return new Identity(stem(name), 0, 0, ""); // whoever opens it will be told
        }
    }

    private static String stem(String name) {
        return name.substring(0, name.lastIndexOf('.'));
    }

    @Override
    public Path path() {
        return folder;
    }

    @Override
    public Identity identity() {
        return identity;
    }

    @Override
    public List<String> files() {
        return List.copyOf(files);
    }

    @Override
    public ByteSource open(String file) throws IOException {
        return new FileSource(folder.resolve(file));
    }

    @Override
    public void close() {
        // a folder needs no closing
    }
}
