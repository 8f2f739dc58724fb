package app.lacuna.demo.mail;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Arrays;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Supplier;

/** Stands before the service, and is the wire that breaks or is slow. */
final class Relay implements AutoCloseable {
    private static final int BUFFER_BYTES = 8_192;

    /** More than the commands before a message have, and less than any archive. */
    private static final int BREAKS_AFTER_BYTES = 40_000;

    private static final long SLOW_MS = 40;

    private static final long UNTIL_TAKEN_MS = 300;

    /** The end of a message (RFC 5321, section 4.1.1.4). */
    private static final byte[] END = {'\r', '\n', '.', '\r', '\n'};

    private final ServerSocket server;
    private final InetAddress here;
    private final int behind;
    private final Supplier<Fault> fault;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();

    Relay(InetAddress here, int behind, Supplier<Fault> fault) throws IOException {
        this.here = here;
        this.behind = behind;
        this.fault = fault;
        server = new ServerSocket(0, 50, here);
        start("mail relay", this::accept);
    }

    int port() {
        return server.getLocalPort();
    }

    private void accept() {
        while (!server.isClosed()) {
            try {
                Socket asking = server.accept();
                Socket service = new Socket(here, behind);
                open.add(asking);
                open.add(service);
                AtomicBoolean silent = new AtomicBoolean();
                start("mail to the service", () -> forward(asking, service, silent));
                start("mail from the service", () -> back(service, asking, silent));
            } catch (IOException e) {
                return; // it was closed
            }
        }
    }

    private static void start(String name, Runnable work) {
        Thread thread = new Thread(work, name);
        thread.setDaemon(true);
        thread.start();
    }

    private void forward(Socket from, Socket to, AtomicBoolean silent) {
        byte[] buffer = new byte[BUFFER_BYTES];
        byte[] last = new byte[END.length];
        long bytes = 0;
        try (from;
                to) {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            int count;
            while ((count = in.read(buffer)) >= 0) {
                bytes += count;
                keepLast(last, buffer, count);
                Fault now = fault.get();
                if (now == Fault.CONNECTION_LOST && bytes > BREAKS_AFTER_BYTES) {
                    return;
                }
                boolean complete = bytes > BREAKS_AFTER_BYTES && Arrays.equals(last, END);
                silent.compareAndSet(false, now == Fault.NO_ANSWER && complete);
                out.write(buffer, 0, count);
                out.flush();
                if (silent.get()) {
                    Thread.sleep(UNTIL_TAKEN_MS);
                    return;
                }
                if (now == Fault.SLOW) {
                    Thread.sleep(SLOW_MS);
                }
            }
        } catch (IOException | InterruptedException e) {
            // one of both has gone
        }
    }

    private static void keepLast(byte[] last, byte[] buffer, int count) {
        int keep = Math.max(0, last.length - count);
        System.arraycopy(last, last.length - keep, last, 0, keep);
        int fresh = last.length - keep;
        System.arraycopy(buffer, count - fresh, last, keep, fresh);
    }

    private static void back(Socket from, Socket to, AtomicBoolean silent) {
        try (from;
                to) {
            byte[] buffer = new byte[BUFFER_BYTES];
            int count;
            while ((count = from.getInputStream().read(buffer)) >= 0) {
                if (!silent.get()) {
                    to.getOutputStream().write(buffer, 0, count);
                }
            }
        } catch (IOException e) {
            // one of both has gone
        }
    }

    @Override
    public void close() {
        try {
            server.close();
            for (Socket socket : open) {
                socket.close();
            }
        } catch (IOException e) {
            // closed is closed
        }
    }
}
