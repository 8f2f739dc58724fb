package app.lacuna.mail;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.OutputStream;
import java.util.UUID;

/**
 * A message of which the identification says nothing of where it was made, and that knows whether
 * it has been written out completely.
 */
final class OutgoingMessage extends MimeMessage {
    /** Only within the message: no server has this name (RFC 2606). */
    private static final String ANY_DOMAIN = "lacuna.invalid";

    private boolean writtenOut;

    OutgoingMessage(Session session) {
        super(session);
    }

    @Override
    protected void updateMessageID() throws MessagingException {
        setHeader("Message-ID", "<" + UUID.randomUUID() + "@" + ANY_DOMAIN + ">");
    }

    @Override
    public void writeTo(OutputStream out, String[] ignored) throws IOException, MessagingException {
        super.writeTo(out, ignored);
        writtenOut = true;
    }

    boolean isWrittenOut() {
        return writtenOut;
    }
}
