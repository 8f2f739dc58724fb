package app.lacuna.desktop.app;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.lacuna.desktop.app.Start.Wish;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.StandardProtocolFamily;
import java.net.URI;
import java.net.UnixDomainSocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.Channels;
import java.nio.channels.ServerSocketChannel;
import java.nio.channels.SocketChannel;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.nio.file.attribute.UserPrincipal;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A second start hands its files to the first, in whatever state an earlier one was left. */
class OneWindowTest {
    @TempDir Path own;
    private final List<OneWindow> open = new ArrayList<>();
    private final BlockingQueue<Start> taken = new LinkedBlockingQueue<>();

    private OneWindow start() {
        OneWindow window = new OneWindow(own.resolve("window"));
        open.add(window);
        return window;
    }

    @AfterEach
    void close() {
        open.forEach(OneWindow::close);
    }

    private OneWindow first() {
        OneWindow first = start();
        assertThat(first.handOver(Start.usual())).isFalse();
        first.listen(taken::add);
        return first;
    }

    @Test
    void severalHundredFilesArriveInTheirOrder() throws Exception {
        first();
        List<Path> files =
                IntStream.range(0, 700)
                        .mapToObj(i -> Path.of("/season/" + (999 - i) + " \u00fc\n\u2116.jpg"))
                        .toList();
        Start wanted = new Start(Wish.PACK, files);
        assertThat(start().handOver(wanted)).isTrue();
        assertThat(taken.poll(60, TimeUnit.SECONDS)).isEqualTo(wanted);
        assertThat(start().handOver(Start.usual())).isTrue();
        assertThat(taken.poll(60, TimeUnit.SECONDS)).isEqualTo(Start.usual());
    }

    /**
     * Bytes that are no text in the encoding of the system: as a text they would be another file.
     */
    @Test
    void aNameThatIsNoTextArrivesAsItIs() throws Exception {
        first();
        Path file = Path.of(URI.create("file:///season/%FFphoto%20%E9.jpg"));
        assertThat(start().handOver(Start.usual(file))).isTrue();
        Path there = taken.poll(60, TimeUnit.SECONDS).files().get(0);
        assertThat(there).isEqualTo(file).isNotEqualTo(Path.of(file.toString()));
    }

    /** It was killed while it wrote: half a name is another file. */
    @Test
    void aSecondThatBreaksOffHandsNothingOver() throws Exception {
        first();
        try (SocketChannel half =
                        SocketChannel.open(
                                UnixDomainSocketAddress.of(own.resolve("window/window.socket")));
                DataOutputStream out = new DataOutputStream(Channels.newOutputStream(half))) {
            out.writeInt(OneWindow.GREETING);
            out.writeInt(Wish.OPEN.ordinal());
            out.writeInt(1);
            byte[] address = FileAddress.of(Path.of("/season/all.tar.zip")).getBytes(UTF_8);
            out.writeInt(address.length);
            out.write(address, 0, address.length - 4);
        }
        assertThat(start().handOver(Start.usual(Path.of("/a")))).isTrue();
        assertThat(taken.poll(60, TimeUnit.SECONDS)).isEqualTo(Start.usual(Path.of("/a")));
        assertThat(taken.poll(200, TimeUnit.MILLISECONDS)).isNull();
    }

    @Test
    void whenTheFirstHasEndedTheNextIsTheFirst() throws Exception {
        first().close();
        OneWindow next = first();
        assertThat(start().handOver(Start.usual(Path.of("/a")))).isTrue();
        assertThat(taken.poll(60, TimeUnit.SECONDS)).isEqualTo(Start.usual(Path.of("/a")));
        next.close();
        assertThat(Files.exists(own.resolve("window/window.socket"))).isFalse();
    }

    /** Only the superuser can give a folder away, so this runs only there. */
    @Test
    void handOver_whereAnotherUserOwnsTheFolder_handsNothingOver() throws Exception {
        first();
        Path window = own.resolve("window");
        UserPrincipal own = Files.getOwner(window);
        try {
            Files.setOwner(
                    window,
                    FileSystems.getDefault()
                            .getUserPrincipalLookupService()
                            .lookupPrincipalByName("nobody"));
        } catch (IOException e) {
            assumeTrue(false, "files cannot be given to another user here");
        }
        assertThat(start().handOver(Start.usual(Path.of("/a")))).isFalse();
        Files.setOwner(window, own);
        assertThat(start().handOver(Start.usual(Path.of("/a")))).isTrue();
    }

    /** A process that was killed leaves its socket, and nobody who holds the lock. */
    @Test
    void whatAKilledProcessHasLeftKeepsNobodyFromStarting() throws Exception {
        Files.createDirectories(own.resolve("window"));
        ServerSocketChannel dead = ServerSocketChannel.open(StandardProtocolFamily.UNIX);
        dead.bind(UnixDomainSocketAddress.of(own.resolve("window/window.socket")));
        dead.close(); // the file stays
        first();
        assertThat(start().handOver(Start.usual(Path.of("/a")))).isTrue();
        assertThat(taken.poll(60, TimeUnit.SECONDS)).isEqualTo(Start.usual(Path.of("/a")));
    }

    /** A file manager may start several at once; the first takes seconds until it has a window. */
    @Test
    void whatComesBeforeThereIsAWindowWaitsForIt() throws Exception {
        OneWindow first = start();
        UntilTaken<Start> untilTaken = new UntilTaken<>();
        assertThat(first.handOver(Start.usual())).isFalse();
        first.listen(untilTaken);
        for (String name : List.of("/a", "/b", "/c")) {
            assertThat(start().handOver(Start.usual(Path.of(name)))).isTrue();
        }
        untilTaken.goTo(taken::add);
        assertThat(start().handOver(Start.usual(Path.of("/d")))).isTrue();
        for (String name : List.of("/a", "/b", "/c", "/d")) {
            assertThat(taken.poll(60, TimeUnit.SECONDS)).isEqualTo(Start.usual(Path.of(name)));
        }
    }

    @Test
    void itWaitsForAFirstThatIsJustStarting() throws Exception {
        OneWindow first = start();
        assertThat(first.handOver(Start.usual())).isFalse();
        Thread later =
                new Thread(
                        () -> {
                            try {
                                Thread.sleep(300);
                            } catch (InterruptedException e) {
                                return;
                            }
                            first.listen(taken::add);
                        });
        later.start();
        assertThat(start().handOver(Start.usual(Path.of("/a")))).isTrue();
        assertThat(taken.poll(60, TimeUnit.SECONDS)).isEqualTo(Start.usual(Path.of("/a")));
        later.join();
    }

    @Test
    void whereNobodyAnswersAStartHasAWindowOfItsOwn() {
        OneWindow silent = start();
        assertThat(silent.handOver(Start.usual())).isFalse(); // holds the lock and never listens
        assertThat(start().handOver(Start.usual(Path.of("/a")))).isFalse();
    }

    /** It is stopped, for example: the socket is there, and nobody reads. */
    @Test
    void whereTheFirstDoesNotReadAStartHasAWindowOfItsOwn() throws IOException {
        OneWindow stopped = start();
        assertThat(stopped.handOver(Start.usual())).isFalse();
        try (ServerSocketChannel deaf = ServerSocketChannel.open(StandardProtocolFamily.UNIX)) {
            deaf.bind(UnixDomainSocketAddress.of(own.resolve("window/window.socket")));
            assertThat(start().handOver(Start.usual(Path.of("/a")))).isFalse();
        }
    }

    @Test
    void oneThatConnectsAndSaysNothingKeepsNobodyWaiting() throws Exception {
        first();
        try (SocketChannel silent =
                SocketChannel.open(
                        UnixDomainSocketAddress.of(own.resolve("window/window.socket")))) {
            assertThat(silent.isConnected()).isTrue();
            assertThat(start().handOver(Start.usual(Path.of("/a")))).isTrue();
        }
        assertThat(taken.poll(60, TimeUnit.SECONDS)).isEqualTo(Start.usual(Path.of("/a")));
    }

    @Test
    void whereNoFolderCanBeMadeAStartHasAWindowOfItsOwn() throws IOException {
        Files.writeString(own.resolve("window"), "in the way");
        assertThat(start().handOver(Start.usual(Path.of("/a")))).isFalse();
    }

    @Test
    void onlyTheUserCanLookIntoTheFolder() throws IOException {
        Files.createDirectories(own.resolve("window"));
        Files.setPosixFilePermissions(
                own.resolve("window"), PosixFilePermissions.fromString("rwxrwxrwx"));
        first();
        assertThat(
                        PosixFilePermissions.toString(
                                Files.getPosixFilePermissions(own.resolve("window"))))
                .isEqualTo("rwx------");
    }

    @Test
    void nonsenseIsNotTakenAndDoesNotEndIt() throws Exception {
        first();
        for (byte[] nonsense : new byte[][] {{}, {1, 2, 3}, new byte[4_000]}) {
            try (SocketChannel channel =
                    SocketChannel.open(
                            UnixDomainSocketAddress.of(own.resolve("window/window.socket")))) {
                channel.write(ByteBuffer.wrap(nonsense));
            }
        }
        assertThat(start().handOver(Start.usual(Path.of("/a")))).isTrue();
        assertThat(taken.poll(60, TimeUnit.SECONDS)).isEqualTo(Start.usual(Path.of("/a")));
        assertThat(taken).isEmpty();
    }

    @Test
    void itLiesInTheRuntimeFolderUnlessTheStateIsElsewhere() {
        Path state = own.resolve("state");
        assertThat(OneWindow.folder(state, false, own.toString())).isEqualTo(own.resolve("lacuna"));
        assertThat(OneWindow.folder(state, true, own.toString()))
                .isEqualTo(state.resolve("window"));
        assertThat(OneWindow.folder(state, false, "relative")).isEqualTo(state.resolve("window"));
        assertThat(OneWindow.folder(state, false, own + "/none"))
                .isEqualTo(state.resolve("window"));
        assertThat(OneWindow.folder(state, false, null)).isEqualTo(state.resolve("window"));
    }
}
