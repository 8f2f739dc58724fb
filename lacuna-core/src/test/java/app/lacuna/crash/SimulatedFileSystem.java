package app.lacuna.crash;

import java.nio.file.FileStore;
import java.nio.file.FileSystem;
import java.nio.file.Path;
import java.nio.file.PathMatcher;
import java.nio.file.WatchService;
import java.nio.file.attribute.UserPrincipalLookupService;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** The file system of the process, with {@link Disk#ROOT} simulated. */
final class SimulatedFileSystem extends FileSystem {
    private final SimulatedProvider provider;
    private final FileSystem real;

    SimulatedFileSystem(SimulatedProvider provider, FileSystem real) {
        this.provider = provider;
        this.real = real;
    }

    @Override
    public SimulatedProvider provider() {
        return provider;
    }

    @Override
    public void close() {
        throw new UnsupportedOperationException();
    }

    @Override
    public boolean isOpen() {
        return true;
    }

    @Override
    public boolean isReadOnly() {
        return false;
    }

    @Override
    public String getSeparator() {
        return real.getSeparator();
    }

    @Override
    public Iterable<Path> getRootDirectories() {
        List<Path> roots = new ArrayList<>();
        real.getRootDirectories().forEach(root -> roots.add(new SimulatedPath(this, root)));
        return roots;
    }

    @Override
    public Iterable<FileStore> getFileStores() {
        return real.getFileStores();
    }

    @Override
    public Set<String> supportedFileAttributeViews() {
        return Set.of("basic", "owner", "posix", "unix");
    }

    @Override
    public Path getPath(String first, String... more) {
        return new SimulatedPath(this, real.getPath(first, more));
    }

    @Override
    public PathMatcher getPathMatcher(String pattern) {
        PathMatcher matcher = real.getPathMatcher(pattern);
        return path -> matcher.matches(SimulatedPath.real(path));
    }

    @Override
    public UserPrincipalLookupService getUserPrincipalLookupService() {
        return real.getUserPrincipalLookupService();
    }

    @Override
    public WatchService newWatchService() {
        throw new UnsupportedOperationException("no watch service");
    }
}
