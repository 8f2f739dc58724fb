package app.lacuna.crash;

import java.io.IOException;
import java.net.URI;
import java.nio.channels.FileChannel;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.AccessMode;
import java.nio.file.CopyOption;
import java.nio.file.DirectoryStream;
import java.nio.file.FileStore;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.FileAttributeView;
import java.nio.file.spi.FileSystemProvider;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The default provider of a process: files below {@link Disk#ROOT} are on the {@link Disk} that is
 * in use, all others are real. Set with {@code -Djava.nio.file.spi.DefaultFileSystemProvider}.
 */
public final class SimulatedProvider extends FileSystemProvider {
    private final FileSystemProvider real;
    private final SimulatedFileSystem system;

    public SimulatedProvider(FileSystemProvider real) {
        this.real = real;
        this.system = new SimulatedFileSystem(this, real.getFileSystem(URI.create("file:///")));
    }

    /** The place on the disk; null if the path is a real one. */
    private static Path onDisk(Path path) {
        Path absolute = SimulatedPath.real(path).toAbsolutePath().normalize();
        String text = absolute.toString();
        boolean simulated = text.equals(Disk.ROOT) || text.startsWith(Disk.ROOT + "/");
        return simulated ? Disk.inUse().place(text) : null;
    }

    Path realPath(Path path, LinkOption... options) throws IOException {
        Path place = onDisk(path);
        return place == null
                ? new SimulatedPath(system, SimulatedPath.real(path).toRealPath(options))
                : system.getPath(place.toRealPath(options).toString());
    }

    @Override
    public String getScheme() {
        return "file";
    }

    @Override
    public FileSystem newFileSystem(URI uri, Map<String, ?> environment) {
        throw new UnsupportedOperationException();
    }

    @Override
    public FileSystem getFileSystem(URI uri) {
        return system;
    }

    @Override
    public Path getPath(URI uri) {
        return new SimulatedPath(system, real.getPath(uri));
    }

    @Override
    public FileChannel newFileChannel(
            Path path, Set<? extends OpenOption> options, FileAttribute<?>... attributes)
            throws IOException {
        Path place = onDisk(path);
        return place == null
                ? real.newFileChannel(SimulatedPath.real(path), options, attributes)
                : Disk.inUse().open(place, options, attributes);
    }

    @Override
    public SeekableByteChannel newByteChannel(
            Path path, Set<? extends OpenOption> options, FileAttribute<?>... attributes)
            throws IOException {
        return onDisk(path) == null
                ? real.newByteChannel(SimulatedPath.real(path), options, attributes)
                : newFileChannel(path, options, attributes);
    }

    @Override
    public DirectoryStream<Path> newDirectoryStream(
            Path folder, DirectoryStream.Filter<? super Path> filter) throws IOException {
        Path place = onDisk(folder);
        List<Path> found = new ArrayList<>();
        try (DirectoryStream<Path> all =
                place == null
                        ? real.newDirectoryStream(SimulatedPath.real(folder), path -> true)
                        : Files.newDirectoryStream(place)) {
            for (Path each : all) {
                Path path = folder.resolve(each.getFileName().toString());
                if (filter.accept(path)) {
                    found.add(path);
                }
            }
        }
        return new DirectoryStream<>() {
            @Override
            public Iterator<Path> iterator() {
                return found.iterator();
            }

            @Override
            public void close() {}
        };
    }

    @Override
    public void createDirectory(Path folder, FileAttribute<?>... attributes) throws IOException {
        Path place = onDisk(folder);
        if (place == null) {
            real.createDirectory(SimulatedPath.real(folder), attributes);
        } else {
            Disk.inUse().createFolder(place, attributes);
        }
    }

    @Override
    public void createSymbolicLink(Path link, Path target, FileAttribute<?>... attributes)
            throws IOException {
        Path place = onDisk(link);
        if (place == null) {
            real.createSymbolicLink(
                    SimulatedPath.real(link), SimulatedPath.real(target), attributes);
        } else {
            Disk.inUse().createSymbolicLink(place, target.toString());
        }
    }

    @Override
    public void createLink(Path link, Path existing) throws IOException {
        Path place = onDisk(link);
        if (place == null) {
            real.createLink(SimulatedPath.real(link), SimulatedPath.real(existing));
        } else {
            Disk.inUse().createLink(place, onDisk(existing));
        }
    }

    @Override
    public Path readSymbolicLink(Path link) throws IOException {
        Path place = onDisk(link);
        return place == null
                ? new SimulatedPath(system, real.readSymbolicLink(SimulatedPath.real(link)))
                : system.getPath(Files.readSymbolicLink(place).toString());
    }

    @Override
    public void delete(Path path) throws IOException {
        Path place = onDisk(path);
        if (place == null) {
            real.delete(SimulatedPath.real(path));
        } else {
            Disk.inUse().delete(place);
        }
    }

    @Override
    public void copy(Path from, Path to, CopyOption... options) throws IOException {
        Path source = onDisk(from);
        Path target = onDisk(to);
        if (source == null && target == null) {
            real.copy(SimulatedPath.real(from), SimulatedPath.real(to), options);
            return;
        }
        if (List.of(options).contains(java.nio.file.StandardCopyOption.REPLACE_EXISTING)) {
            Files.deleteIfExists(to);
        }
        Files.write(to, Files.readAllBytes(from), java.nio.file.StandardOpenOption.CREATE_NEW);
    }

    @Override
    public void move(Path from, Path to, CopyOption... options) throws IOException {
        Path source = onDisk(from);
        Path target = onDisk(to);
        if (source == null || target == null) {
            real.move(SimulatedPath.real(from), SimulatedPath.real(to), options);
        } else {
            Disk.inUse().move(source, target, options);
        }
    }

    @Override
    public boolean isSameFile(Path one, Path other) throws IOException {
        Path first = onDisk(one);
        Path second = onDisk(other);
        if (first == null && second == null) {
            return real.isSameFile(SimulatedPath.real(one), SimulatedPath.real(other));
        }
        return first != null && second != null && Files.isSameFile(first, second);
    }

    @Override
    public boolean isHidden(Path path) throws IOException {
        return real.isHidden(SimulatedPath.real(path));
    }

    @Override
    public FileStore getFileStore(Path path) throws IOException {
        Path place = onDisk(path);
        return place == null
                ? real.getFileStore(SimulatedPath.real(path))
                : Files.getFileStore(place);
    }

    @Override
    public void checkAccess(Path path, AccessMode... modes) throws IOException {
        Path place = onDisk(path);
        if (place == null) {
            real.checkAccess(SimulatedPath.real(path), modes);
        } else {
            place.getFileSystem().provider().checkAccess(place, modes);
        }
    }

    @Override
    public <V extends FileAttributeView> V getFileAttributeView(
            Path path, Class<V> type, LinkOption... options) {
        Path place = onDisk(path);
        return place == null
                ? real.getFileAttributeView(SimulatedPath.real(path), type, options)
                : Disk.inUse().view(place, type, options);
    }

    @Override
    public <A extends BasicFileAttributes> A readAttributes(
            Path path, Class<A> type, LinkOption... options) throws IOException {
        Path place = onDisk(path);
        return place == null
                ? real.readAttributes(SimulatedPath.real(path), type, options)
                : Disk.inUse().attributes(place, type, options);
    }

    @Override
    public Map<String, Object> readAttributes(Path path, String names, LinkOption... options)
            throws IOException {
        Path place = onDisk(path);
        return place == null
                ? real.readAttributes(SimulatedPath.real(path), names, options)
                : Disk.inUse().attributes(place, names, options);
    }

    @Override
    public void setAttribute(Path path, String name, Object value, LinkOption... options)
            throws IOException {
        Path place = onDisk(path);
        if (place == null) {
            real.setAttribute(SimulatedPath.real(path), name, value, options);
        } else {
            Disk.inUse().setAttribute(place, name, value, options);
        }
    }
}
