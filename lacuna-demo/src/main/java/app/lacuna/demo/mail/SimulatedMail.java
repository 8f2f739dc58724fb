package app.lacuna.demo.mail;

import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import org.subethamail.smtp.auth.EasyAuthenticationHandlerFactory;
import org.subethamail.smtp.auth.LoginFailedException;
import org.subethamail.smtp.server.SMTPServer;

/** The service: what it announces, what is in its mailbox, what is wrong with it. */
public final class SimulatedMail implements AutoCloseable {
    private final SMTPServer server;
    private final Relay relay;
    private final List<Delivered> mailbox = new CopyOnWriteArrayList<>();
    private volatile Fault fault = Fault.NONE;

    /**
     * Starts it, at a port that is free.
     *
     * @param limit the largest message that it says it takes, in bytes; 0 if it does not say
     */
    public SimulatedMail(int limit) throws IOException {
        InetAddress here = InetAddress.getLoopbackAddress();
        server =
                SMTPServer.port(0)
                        .bindAddress(here)
                        .hostName("mail.saltmarsh.example")
                        .maxMessageSize(limit)
                        .authenticationHandlerFactory(
                                new EasyAuthenticationHandlerFactory(
                                        (user, password, context) -> requireKnown()))
                        .messageHandlerFactory(context -> new Handler(this))
                        .build();
        server.start();
        relay = new Relay(here, server.getPortAllocated(), this::fault);
    }

    private void requireKnown() throws LoginFailedException {
        if (fault == Fault.WRONG_LOGIN) {
            throw new LoginFailedException("Not this user, or not this password.");
        }
    }

    void deliver(Delivered message) {
        mailbox.add(message);
    }

    Fault fault() {
        return fault;
    }

    /** From now on. */
    public void fail(Fault how) {
        fault = how;
    }

    public String host() {
        return InetAddress.getLoopbackAddress().getHostAddress();
    }

    public int port() {
        return relay.port();
    }

    /** What has been taken, in the order in which it came. */
    public List<Delivered> mailbox() {
        return List.copyOf(mailbox);
    }

    /** As files, which any mail program opens. What can not be written is left. */
    public void saveTo(Path folder) {
        try {
            int number = 0;
            for (Delivered message : mailbox) {
                Files.createDirectories(folder);
                Files.write(folder.resolve("message-" + ++number + ".eml"), message.message());
            }
        } catch (IOException e) {
            // it is only there to be looked at
        }
    }

    public void empty() {
        mailbox.clear();
    }

    @Override
    public void close() {
        relay.close();
        server.stop();
    }
}
