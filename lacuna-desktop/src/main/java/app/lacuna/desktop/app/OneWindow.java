package app.lacuna.desktop.app;

import app.lacuna.desktop.app.Start.Wish;
import app.lacuna.state.CurrentUser;
import app.lacuna.state.PrivatePlaces;
import app.lacuna.state.StateFolder;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.StandardProtocolFamily;
import java.net.UnixDomainSocketAddress;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.UserPrincipal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;

/**
 * The first start has the window; a second one hands its files over and ends. They meet at a socket
 * in a folder that only this user can look into. Who holds the lock beside it is the first,
 * whatever a process that was killed has left there. Where anything of this fails a start has a
 * window of its own: no file is lost.
 */
public final class OneWindow implements AutoCloseable {
    static final int GREETING = 0x1ac0_0003;
    private static final int TAKEN = 1;
    private static final int MOST_FILES = 1_000_000;
    private static final int LONGEST_ADDRESS = 1 << 16;
    private static final long PATIENCE_NANOS = 3_000_000_000L;
    private static final long BETWEEN_NANOS = 50_000_000;

    private final Path folder;
    private Optional<FileChannel> lock = Optional.empty();
    private Optional<ServerSocketChannel> server = Optional.empty();

    /**
     * @param folder made if it is missing; for this user alone
     */
    public OneWindow(Path folder) {
        this.folder = folder;
    }

    /** In the runtime folder, where there is one; what keeps its state elsewhere is another one. */
    public static OneWindow ofThisUser() {
        return new OneWindow(
                folder(
                        StateFolder.ofThisUser(),
                        System.getProperty("lacuna.state") != null,
                        System.getenv("XDG_RUNTIME_DIR")));
    }

    static Path folder(Path state, boolean chosen, String runtime) {
        boolean usable = !chosen && runtime != null && runtime.startsWith("/");
        return usable && Files.isDirectory(Path.of(runtime))
                ? Path.of(runtime, "lacuna")
                : state.resolve("window");
    }

    private Path socket() {
        return folder.resolve("window.socket");
    }

    /**
     * Hands these to the window that is there.
     *
     * @param start with files that are absolute
     * @return whether there is one and it has taken them; if not, this process is the first
     */
    public boolean handOver(Start start) {
        try {
            PrivatePlaces.makeFolder(folder);
            if (!isOfThisUser()) {
                return false; // another user could listen there
            }
            long end = System.nanoTime() + PATIENCE_NANOS;
            while (System.nanoTime() < end) {
                if (isFirst()) {
                    return false;
                }
                if (send(start, end)) {
                    return true;
                }
                LockSupport.parkNanos(BETWEEN_NANOS); // it is just starting, or just ending
            }
        } catch (IOException | UnsupportedOperationException e) {
            return false; // a window of its own is better than none
        }
        return false;
    }

    private boolean isOfThisUser() throws IOException {
        UserPrincipal owner = Files.getOwner(folder, LinkOption.NOFOLLOW_LINKS);
        return CurrentUser.principal().map(owner::equals).orElse(true);
    }

    private boolean isFirst() throws IOException {
        FileChannel channel =
                FileChannel.open(
                        folder.resolve("window.lock"),
                        Set.of(StandardOpenOption.CREATE, StandardOpenOption.WRITE),
                        PrivatePlaces.forFile(folder));
        try {
            FileLock held = channel.tryLock();
            if (held != null) {
                lock = Optional.of(channel);
                return true;
            }
        } catch (OverlappingFileLockException e) {
            // held in this process
        }
        channel.close();
        return false;
    }

    private boolean send(Start start, long end) {
        try (SocketChannel channel = SocketChannel.open(UnixDomainSocketAddress.of(socket()));
                DataOutputStream out = new DataOutputStream(Channels.newOutputStream(channel));
                DataInputStream in = new DataInputStream(Channels.newInputStream(channel))) {
            inBackground("no-answer", () -> closeAt(end, channel));
            out.writeInt(GREETING);
            out.writeInt(start.wish().ordinal());
            out.writeInt(start.files().size());
            for (Path file : start.files()) {
                byte[] address = FileAddress.of(file).getBytes(StandardCharsets.US_ASCII);
                out.writeInt(address.length);
                out.write(address);
            }
            out.flush();
            return in.read() == TAKEN;
        } catch (IOException e) {
            return false;
        }
    }

    /**
     * From now on a second start is heard.
     *
     * @param taken told from a thread of its own; one without files only brings the window forward
     */
    public void listen(Consumer<Start> taken) {
        if (lock.isEmpty()) {
            return; // somebody else is the first
        }
        try {
            Files.deleteIfExists(socket());
            ServerSocketChannel channel = ServerSocketChannel.open(StandardProtocolFamily.UNIX);
            channel.bind(UnixDomainSocketAddress.of(socket()));
            server = Optional.of(channel);
            inBackground("second-starts", () -> serve(channel, taken));
        } catch (IOException | UnsupportedOperationException e) {
            close(); // each start has a window of its own then
        }
    }

    private static void inBackground(String name, Runnable work) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        thread.start();
    }

    /** A first that is there and does not answer, since it is stopped for example. */
    private static void closeAt(long end, SocketChannel channel) {
        while (channel.isOpen() && System.nanoTime() < end) {
            LockSupport.parkNanos(BETWEEN_NANOS);
        }
        try {
            channel.close();
        } catch (IOException e) {
            // whoever reads from it hears of it
        }
    }

    /** Each by itself: one that connects and says nothing keeps no other one waiting. */
    private static void serve(ServerSocketChannel channel, Consumer<Start> taken) {
        while (channel.isOpen()) {
            try {
                SocketChannel second = channel.accept();
                inBackground("second-start", () -> answer(second, taken));
            } catch (IOException e) {
                continue; // this is over
            }
        }
    }

    private static void answer(SocketChannel second, Consumer<Start> taken) {
        try (second;
                DataInputStream in = new DataInputStream(Channels.newInputStream(second))) {
            Optional<Start> start = read(in);
            if (start.isPresent()) {
                taken.accept(start.get());
                Channels.newOutputStream(second).write(TAKEN);
            }
        } catch (IOException e) {
            // it has gone, and nothing of it was taken
        }
    }

    /** Nothing if it is not what a start sends. */
    private static Optional<Start> read(DataInputStream in) throws IOException {
        if (in.readInt() != GREETING) {
            return Optional.empty();
        }
        int wish = in.readInt();
        int count = in.readInt();
        if (wish < 0 || wish >= Wish.values().length || count < 0 || count > MOST_FILES) {
            return Optional.empty();
        }
        List<Path> files = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            int length = in.readInt();
            if (length < 0 || length > LONGEST_ADDRESS) {
                return Optional.empty();
            }
            byte[] address = new byte[length];
            in.readFully(address); // or one that breaks off hands over another file
            Optional<Path> file = FileAddress.path(new String(address, StandardCharsets.US_ASCII));
            if (file.isEmpty()) {
                return Optional.empty();
            }
            files.add(file.get());
        }
        return Optional.of(new Start(Wish.values()[wish], files));
    }

    /** The next start is the first one again. */
    @Override
    public void close() {
        try {
            if (server.isPresent()) {
                server.get().close();
                Files.deleteIfExists(socket());
            }
            if (lock.isPresent()) {
                lock.get().close(); // last: until then nobody else makes a socket here
            }
        } catch (IOException e) {
            // what is left there does not keep the next one from starting
        }
        server = Optional.empty();
        lock = Optional.empty();
    }
}
