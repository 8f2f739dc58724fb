package app.lacuna.crash;

import java.io.IOException;
import java.net.URI;
import java.nio.file.FileSystem;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.WatchEvent;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;

/** A path of the system whose files are real, or simulated if it lies below {@link Disk#ROOT}. */
final class SimulatedPath implements Path {
    private final SimulatedFileSystem system;
    private final Path real;

    SimulatedPath(SimulatedFileSystem system, Path real) {
        this.system = system;
        this.real = real;
    }

    Path real() {
        return real;
    }

    static Path real(Path path) {
        return path instanceof SimulatedPath simulated ? simulated.real : path;
    }

    private Path wrapped(Path path) {
        return path == null ? null : new SimulatedPath(system, path);
    }

    @Override
    public FileSystem getFileSystem() {
        return system;
    }

    @Override
    public boolean isAbsolute() {
        return real.isAbsolute();
    }

    @Override
    public Path getRoot() {
        return wrapped(real.getRoot());
    }

    @Override
    public Path getFileName() {
        return wrapped(real.getFileName());
    }

    @Override
    public Path getParent() {
        return wrapped(real.getParent());
    }

    @Override
    public int getNameCount() {
        return real.getNameCount();
    }

    @Override
    public Path getName(int index) {
        return wrapped(real.getName(index));
    }

    @Override
    public Path subpath(int from, int to) {
        return wrapped(real.subpath(from, to));
    }

    @Override
    public boolean startsWith(Path other) {
        return real.startsWith(real(other));
    }

    @Override
    public boolean endsWith(Path other) {
        return real.endsWith(real(other));
    }

    @Override
    public Path normalize() {
        return wrapped(real.normalize());
    }

    @Override
    public Path resolve(Path other) {
        return wrapped(real.resolve(real(other)));
    }

    @Override
    public Path relativize(Path other) {
        return wrapped(real.relativize(real(other)));
    }

    @Override
    public URI toUri() {
        return real.toUri();
    }

    @Override
    public Path toAbsolutePath() {
        return wrapped(real.toAbsolutePath());
    }

    @Override
    public Path toRealPath(LinkOption... options) throws IOException {
        return system.provider().realPath(this, options);
    }

    @Override
    public WatchKey register(
            WatchService watcher, WatchEvent.Kind<?>[] events, WatchEvent.Modifier... modifiers) {
        throw new UnsupportedOperationException("no watch service");
    }

    @Override
    public int compareTo(Path other) {
        return real.compareTo(real(other));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof SimulatedPath path && real.equals(path.real);
    }

    @Override
    public int hashCode() {
        return real.hashCode();
    }

    @Override
    public String toString() {
        return real.toString();
    }
}
