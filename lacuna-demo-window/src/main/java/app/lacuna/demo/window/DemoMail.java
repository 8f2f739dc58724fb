package app.lacuna.demo.window;

import app.lacuna.demo.mail.Fault;
import app.lacuna.demo.mail.SimulatedMail;
import app.lacuna.mail.MailAccount;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/** The demo's mail service, and what it does wrong if that was asked for. */
final class DemoMail implements AutoCloseable {
    private static final int LIMIT = 25_000_000;

    private Optional<SimulatedMail> service = Optional.empty();
    private Path mailbox = Path.of("");

    /** Empty if no port can be had: the demo goes on without. */
    Optional<MailAccount> start() {
        try {
            service = Optional.of(new SimulatedMail(LIMIT));
            return service.map(
                    mail ->
                            new MailAccount(
                                    mail.host(), mail.port(), MailAccount.Security.NONE, "dig"));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /**
     * @param name of a fault, in small letters with hyphens
     */
    void fail(String name) {
        service.ifPresent(
                mail -> mail.fail(Fault.valueOf(name.toUpperCase(Locale.ROOT).replace('-', '_'))));
    }

    /** Where its messages are put when it ends, so that they can be looked at. */
    void keepIn(Path folder) {
        mailbox = folder;
    }

    @Override
    public void close() {
        service.ifPresent(
                mail -> {
                    if (!mailbox.toString().isEmpty()) {
                        mail.saveTo(mailbox);
                    }
                    mail.close();
                });
    }
}
