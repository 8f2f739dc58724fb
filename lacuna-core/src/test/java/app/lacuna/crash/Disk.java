package app.lacuna.crash;

import app.lacuna.crash.Operation.Kind;
import com.google.common.jimfs.Configuration;
import com.google.common.jimfs.Feature;
import com.google.common.jimfs.Jimfs;
import com.google.common.jimfs.PathType;
import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.nio.channels.FileChannel;
import java.nio.file.CopyOption;
import java.nio.file.FileSystem;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.FileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.nio.file.attribute.UserPrincipal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A disk in memory. It records each change, with the number of the file or folder that it changes,
 * so that the content after a power cut can be computed.
 */
final class Disk implements AutoCloseable {
    static final String ROOT = "/sim";

    private static final LinkOption LINKS = LinkOption.NOFOLLOW_LINKS;

    private static volatile Disk inUse = new Disk();

    private final FileSystem system;
    private final List<Operation> log = new ArrayList<>();

    /** Node numbers by inode of the file system below. A copy of the disk has the same numbers. */
    private final Map<Object, Integer> numbers = new HashMap<>();

    private int next = Image.TOP + 1;

    private Disk() {
        Configuration configuration =
                Configuration.builder(PathType.unix())
                        .setRoots("/")
                        .setWorkingDirectory("/")
                        .setAttributeViews("basic", "owner", "posix", "unix")
                        .setSupportedFeatures(
                                Feature.LINKS, Feature.SYMBOLIC_LINKS, Feature.FILE_CHANNEL)
                        .setBlockSize(512)
                        .setMaxSize(1L << 30)
                        .build();
        this.system = Jimfs.newFileSystem(configuration);
        try {
            Path top = Files.createDirectory(system.getPath(ROOT));
            numbers.put(key(top), Image.TOP);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    static Disk inUse() {
        return inUse;
    }

    /** Replaces the disk in use by an empty one. */
    static Disk insertEmpty() {
        Disk disk = new Disk();
        inUse = disk;
        return disk;
    }

    /** Replaces the disk in use by one with this content. */
    static Disk insert(Image image) throws IOException {
        Disk disk = new Disk();
        disk.fill(disk.system.getPath(ROOT), image.node(Image.TOP), image, new HashMap<>());
        inUse = disk;
        return disk;
    }

    private void fill(Path folder, Image.Node node, Image image, Map<Integer, Path> made)
            throws IOException {
        for (Map.Entry<String, Integer> entry : node.entries().entrySet()) {
            Path place = folder.resolve(entry.getKey());
            int number = entry.getValue();
            if (made.containsKey(number)) {
                Files.createLink(place, made.get(number));
                continue;
            }
            Image.Node child = image.node(number);
            switch (child.kind()) {
                case FILE -> Files.write(place, child.bytes());
                case FOLDER -> {
                    Files.createDirectory(place);
                    fill(place, child, image, made);
                }
                case LINK -> Files.createSymbolicLink(place, system.getPath(child.linkTarget()));
            }
            made.put(number, place);
            numbers.put(key(place), number);
            next = Math.max(next, number + 1);
            Files.setAttribute(place, "lastModifiedTime", child.modified(), LINKS);
            if (child.kind() != Kind.LINK && !child.permissions().isEmpty()) {
                Files.setAttribute(place, "posix:permissions", child.permissions());
            }
        }
    }

    /** Begins with what is on the disk now, all of it durable. */
    synchronized Image record() {
        Image image = new Image();
        for (Operation operation : log) {
            image.apply(operation);
        }
        log.clear();
        return image;
    }

    synchronized List<Operation> stopRecording() {
        List<Operation> recorded = List.copyOf(log);
        log.clear();
        return recorded;
    }

    @Override
    public void close() throws IOException {
        system.close();
    }

    Path place(String path) {
        return system.getPath(path);
    }

    private static Object key(Path place) throws IOException {
        return Files.getAttribute(place, "unix:ino", LINKS);
    }

    private int number(Path place) throws IOException {
        Object key = key(place);
        return numbers.computeIfAbsent(key, unknown -> next++);
    }

    private void log(Operation operation) {
        log.add(operation);
    }

    private void created(Path place, Kind kind, String linkTarget) throws IOException {
        int number = number(place);
        log(new Operation.Create(number, kind, linkTarget));
        describe(place);
        log(new Operation.Enter(number(parent(place)), place.getFileName().toString(), number));
    }

    private static Path parent(Path place) throws IOException {
        return place.getParent().toRealPath();
    }

    private void describe(Path place) throws IOException {
        PosixFileAttributes now = Files.readAttributes(place, PosixFileAttributes.class, LINKS);
        log(
                new Operation.Describe(
                        number(place), now.lastModifiedTime(), Set.copyOf(now.permissions())));
    }

    synchronized FileChannel open(
            Path asked, Set<? extends OpenOption> options, FileAttribute<?>... attributes)
            throws IOException {
        if (Files.isDirectory(asked)) {
            return new FolderChannel(this, number(asked));
        }
        boolean follows = !options.contains(LINKS) && Files.exists(asked);
        Path place = follows ? asked.toRealPath() : asked;
        boolean there = Files.exists(place, LINKS);
        if (options.contains(StandardOpenOption.DELETE_ON_CLOSE)) {
            throw new UnsupportedOperationException("deleting on close is not simulated");
        }
        FileChannel channel = FileChannel.open(place, options, attributes);
        if (!there) {
            created(place, Kind.FILE, "");
        } else if (options.contains(StandardOpenOption.TRUNCATE_EXISTING)) {
            log(new Operation.Truncate(number(place), 0));
        }
        return new SimulatedChannel(this, channel, place, number(place));
    }

    synchronized void createFolder(Path place, FileAttribute<?>... attributes) throws IOException {
        Files.createDirectory(place, attributes);
        created(place, Kind.FOLDER, "");
    }

    synchronized void createSymbolicLink(Path place, String target) throws IOException {
        Files.createSymbolicLink(place, system.getPath(target));
        created(place, Kind.LINK, target);
    }

    synchronized void createLink(Path place, Path existing) throws IOException {
        Files.createLink(place, existing);
        String name = place.getFileName().toString();
        log(new Operation.Enter(number(parent(place)), name, number(place)));
    }

    synchronized void delete(Path place) throws IOException {
        int number = Files.exists(place, LINKS) ? number(place) : -1;
        Files.delete(place);
        String name = place.getFileName().toString();
        log(new Operation.Leave(number(parent(place)), name, number));
    }

    synchronized void move(Path from, Path to, CopyOption... options) throws IOException {
        int number = Files.exists(from, LINKS) ? number(from) : -1;
        boolean atomic = List.of(options).contains(StandardCopyOption.ATOMIC_MOVE);
        // as rename(2) does: an atomic move replaces
        Files.move(
                from,
                to,
                atomic ? new CopyOption[] {StandardCopyOption.REPLACE_EXISTING} : options);
        log(
                new Operation.Rename(
                        number(parent(from)),
                        from.getFileName().toString(),
                        number(parent(to)),
                        to.getFileName().toString(),
                        number));
    }

    synchronized void written(Path place, int file, long position, byte[] bytes)
            throws IOException {
        log(new Operation.Write(file, position, bytes));
    }

    synchronized void truncated(int file, long size) {
        log(new Operation.Truncate(file, size));
    }

    /** Times after writing are those that the disk has. */
    synchronized void settled(Path place, int file) throws IOException {
        if (Files.exists(place, LINKS) && number(place) == file) {
            describe(place);
        }
    }

    synchronized void forced(Operation force) {
        log(force);
    }

    synchronized void setAttribute(Path place, String name, Object value, LinkOption... options)
            throws IOException {
        Files.setAttribute(place, name, value, options);
        describe(options.length == 0 ? place.toRealPath() : place);
    }

    synchronized Map<String, Object> attributes(Path place, String names, LinkOption... options)
            throws IOException {
        Map<String, Object> found = new HashMap<>(Files.readAttributes(place, names, options));
        if (found.containsKey("ino")) {
            found.put("ino", number(options.length == 0 ? place.toRealPath() : place));
        }
        if (found.containsKey("fileKey")) {
            found.put("fileKey", number(options.length == 0 ? place.toRealPath() : place));
        }
        return found;
    }

    /** With our number as the key of the file. */
    synchronized <A extends BasicFileAttributes> A attributes(
            Path place, Class<A> type, LinkOption... options) throws IOException {
        A found = Files.readAttributes(place, type, options);
        int number = number(options.length == 0 ? place.toRealPath() : place);
        return type.cast(
                Proxy.newProxyInstance(
                        type.getClassLoader() == null
                                ? Disk.class.getClassLoader()
                                : type.getClassLoader(),
                        new Class<?>[] {type},
                        (proxy, method, arguments) ->
                                switch (method.getName()) {
                                    case "fileKey" -> number;
                                    case "owner" -> user();
                                    default -> invoke(found, method, arguments);
                                }));
    }

    <V extends FileAttributeView> V view(Path place, Class<V> type, LinkOption... options) {
        V view = Files.getFileAttributeView(place, type, options);
        if (view == null) {
            return null;
        }
        return type.cast(
                Proxy.newProxyInstance(
                        Disk.class.getClassLoader(),
                        new Class<?>[] {type},
                        (proxy, method, arguments) -> {
                            if (method.getName().equals("readAttributes")) {
                                return attributes(
                                        place,
                                        method.getReturnType()
                                                .asSubclass(BasicFileAttributes.class),
                                        options);
                            }
                            if (method.getName().equals("getOwner")) {
                                return user();
                            }
                            Object result = invoke(view, method, arguments);
                            if (method.getName().startsWith("set")) {
                                synchronized (this) {
                                    describe(options.length == 0 ? place.toRealPath() : place);
                                }
                            }
                            return result;
                        }));
    }

    /** All files are those of the user who runs the tests. */
    private static UserPrincipal user() throws IOException {
        return Files.getOwner(Path.of("/proc/self"));
    }

    private static Object invoke(Object on, java.lang.reflect.Method method, Object[] arguments)
            throws Throwable {
        try {
            return method.invoke(on, arguments);
        } catch (InvocationTargetException e) {
            throw e.getCause();
        }
    }
}
