package app.lacuna.mail;

import app.lacuna.common.CancelToken;
import app.lacuna.error.MailTrouble;
import jakarta.activation.DataHandler;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.ContentType;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeBodyPart;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import jakarta.mail.util.ByteArrayDataSource;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Date;
import java.util.List;
import java.util.Properties;
import java.util.UUID;
import java.util.function.LongConsumer;

/**
 * Messages as RFC 5322 and MIME (RFC 2045, 2046, 2231) write them, with attachments in base64.
 * Nothing of this computer is in them: neither its name nor its user's.
 */
final class Mime {
    /** RFC 2045, section 6.8. */
    private static final int LINE_CHARACTERS = 76;

    private Mime() {}

    /** To be sent; an attachment is read when it is written out. */
    static OutgoingMessage toSend(
            MailMessage message, LongConsumer watch, CancelToken cancel, Session session)
            throws IOException {
        try {
            OutgoingMessage made = filled(message, watch, cancel, session, false);
            made.setSentDate(new Date());
            made.saveChanges();
            return made;
        } catch (MessagingException e) {
            throw new IOException(e);
        }
    }

    /** For another mail program, which opens it as one that has not been sent yet. */
    static void writeDraft(
            MailMessage message, OutputStream out, LongConsumer watch, CancelToken cancel)
            throws IOException {
        try {
            MimeMessage made = filled(message, watch, cancel, session(), false);
            made.setHeader("X-Unsent", "1");
            made.saveChanges();
            made.removeHeader("Message-ID"); // the program that sends it gives it one
            made.writeTo(out);
        } catch (MessagingException e) {
            throw new IOException(e);
        }
    }

    /**
     * The size of a message on the wire, in bytes, as RFC 1870 counts it. The attachments are not
     * read: what base64 makes of them is known (RFC 2045, section 6.8).
     */
    static long size(MailMessage message) throws IOException {
        long bytes = 0;
        for (Path attachment : message.attachments()) {
            bytes += base64(Files.size(attachment));
        }
        return bytes + sizeWithoutAttachments(message);
    }

    /** Three bytes to four characters, and the end of every line that is full. */
    static long base64(long bytes) {
        long characters = (bytes + 2) / 3 * 4;
        return characters + characters / LINE_CHARACTERS * 2;
    }

    /** Everything around the attachments. */
    static long sizeWithoutAttachments(MailMessage message) throws IOException {
        CountingOutput counter = new CountingOutput();
        try {
            MimeMessage made = filled(message, file -> {}, CancelToken.never(), session(), true);
            made.setSentDate(new Date());
            made.saveChanges();
            made.writeTo(counter);
        } catch (MessagingException e) {
            throw new IOException(e);
        }
        return counter.count();
    }

    /** For a message that is written to a file: letters outside ASCII stay as they are. */
    private static Session session() {
        Properties properties = new Properties();
        properties.put("mail.mime.allowutf8", "true");
        return Session.getInstance(properties);
    }

    /** Whether one of the addresses can only be given to a service with SMTPUTF8. */
    static boolean needsUtf8(MailMessage message) throws IOException {
        List<String> written = new ArrayList<>(message.to());
        message.from().ifPresent(written::add);
        try {
            for (InternetAddress address : addresses(written)) {
                if (MailAddress.of(address.getAddress()).needsUtf8()) {
                    return true;
                }
            }
            return false;
        } catch (AddressException e) {
            throw new MailTrouble(MailTrouble.Reason.ADDRESS, "", e);
        }
    }

    private static OutgoingMessage filled(
            MailMessage message,
            LongConsumer watch,
            CancelToken cancel,
            Session session,
            boolean empty)
            throws MessagingException, IOException {
        OutgoingMessage made = new OutgoingMessage(session);
        if (message.from().isPresent()) {
            made.setFrom(addresses(List.of(message.from().get()))[0]);
        }
        if (!message.to().isEmpty()) {
            made.setRecipients(MimeMessage.RecipientType.TO, addresses(message.to()));
        }
        made.setSubject(message.subject().replaceAll("\\p{Cntrl}+", " ").strip(), "utf-8");
        MimeMultipart parts = new Parts();
        MimeBodyPart text = new MimeBodyPart();
        text.setText(message.text().replaceAll("\\R", "\r\n"), "utf-8");
        parts.addBodyPart(text);
        for (Path attachment : message.attachments()) {
            parts.addBodyPart(attached(new WatchedFile(attachment, watch, cancel), empty));
        }
        made.setContent(parts);
        return made;
    }

    /** With a border that is as long as any other, and that neither text nor base64 can contain. */
    private static final class Parts extends MimeMultipart {
        Parts() {
            ContentType type = new ContentType("multipart", "mixed", null);
            type.setParameter("boundary", "=_" + UUID.randomUUID());
            contentType = type.toString();
        }
    }

    private static MimeBodyPart attached(WatchedFile file, boolean empty)
            throws MessagingException {
        MimeBodyPart part = new MimeBodyPart();
        part.setDataHandler(
                new DataHandler(
                        empty
                                ? new ByteArrayDataSource(new byte[0], file.getContentType())
                                : file));
        part.setFileName(file.getName().replaceAll("\\p{Cntrl}", "_"));
        part.setDisposition(MimeBodyPart.ATTACHMENT);
        part.setHeader("Content-Transfer-Encoding", "base64");
        return part;
    }

    /** Addresses as RFC 5322 has them, each with a domain. */
    static InternetAddress[] addresses(List<String> written) throws MailTrouble {
        try {
            InternetAddress[] addresses = InternetAddress.parse(String.join(", ", written), true);
            for (InternetAddress address : addresses) {
                address.validate();
                address.setAddress(MailAddress.of(address.getAddress()).envelope());
            }
            if (addresses.length == 0) {
                throw new AddressException("no address");
            }
            return addresses;
        } catch (AddressException e) {
            throw new MailTrouble(MailTrouble.Reason.ADDRESS, "", e);
        }
    }

    private static final class CountingOutput extends OutputStream {
        private long count;

        @Override
        public void write(int one) {
            count++;
        }

        @Override
        public void write(byte[] bytes, int from, int length) {
            count += length;
        }

        long count() {
            return count;
        }
    }
}
