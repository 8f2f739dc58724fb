package app.lacuna.mail;

import java.io.BufferedInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CopyOnWriteArrayList;

/** A mail service that keeps each line as the bytes that arrived (RFC 5321), for tests. */
final class RawSmtp implements AutoCloseable {
    private final ServerSocket socket;
    private final List<String> extensions;
    private final List<String> commands = new CopyOnWriteArrayList<>();

    /**
     * @param extensions that it announces
     */
    RawSmtp(String... extensions) throws IOException {
        this.extensions = List.of(extensions);
        socket = new ServerSocket(0, 5, InetAddress.getLoopbackAddress());
        Thread thread = new Thread(this::accept, "raw-smtp");
        thread.setDaemon(true);
        thread.start();
    }

    int port() {
        return socket.getLocalPort();
    }

    /** All commands, in UTF-8 as they arrived. */
    List<String> commands() {
        return commands;
    }

    /** Each connection has a thread of its own: a client may keep several. */
    private void accept() {
        while (!socket.isClosed()) {
            try {
                Socket client = socket.accept();
                Thread thread = new Thread(() -> serve(client), "raw-smtp-client");
                thread.setDaemon(true);
                thread.start();
            } catch (IOException e) {
                continue; // closed
            }
        }
    }

    private void serve(Socket client) {
        try (client) {
            serve(new BufferedInputStream(client.getInputStream()), client.getOutputStream());
        } catch (IOException e) {
            return; // the client is gone
        }
    }

    private void serve(InputStream in, OutputStream out) throws IOException {
        say(out, "220 raw");
        boolean data = false;
        String line;
        while ((line = line(in)) != null) {
            if (data) {
                data = !line.equals(".");
                if (!data) {
                    say(out, "250 taken");
                }
                continue;
            }
            commands.add(line);
            String command = line.toUpperCase(Locale.ROOT);
            if (command.startsWith("EHLO")) {
                extensions.forEach(each -> sayQuietly(out, "250-" + each));
                say(out, "250 raw");
            } else if (command.startsWith("STARTTLS")) {
                say(out, "454 TLS not available due to temporary reason");
            } else if (command.startsWith("DATA")) {
                data = true;
                say(out, "354 go on");
            } else if (command.startsWith("QUIT")) {
                say(out, "221 bye");
                return;
            } else {
                say(out, "250 ok");
            }
        }
    }

    private static String line(InputStream in) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        int one;
        while ((one = in.read()) >= 0) {
            if (one == '\n') {
                return bytes.toString(StandardCharsets.UTF_8);
            }
            if (one != '\r') {
                bytes.write(one);
            }
        }
        return null;
    }

    private static void sayQuietly(OutputStream out, String text) {
        try {
            say(out, text);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void say(OutputStream out, String text) throws IOException {
        out.write((text + "\r\n").getBytes(StandardCharsets.US_ASCII));
        out.flush();
    }

    @Override
    public void close() throws IOException {
        socket.close();
    }
}
