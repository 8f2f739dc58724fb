package app.lacuna.mail;

import app.lacuna.error.DamagedOnTheWay;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeUtility;
import jakarta.mail.util.SharedFileInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A message that was saved as a file (RFC 5322), and what is attached to it. */
final class SavedMessage implements AutoCloseable {
    private static final Pattern SHA_256 = Pattern.compile("\\b[0-9a-f]{64}\\b");
    private static final int TEXT_READ = 100_000;
    private static final int DEPTH = 10;

    private final Path file;
    private final SharedFileInputStream in;
    private final List<Part> attachments = new ArrayList<>();
    private final List<String> sums = new ArrayList<>();

    /**
     * Nothing of it is read into memory but its text.
     *
     * @throws DamagedOnTheWay if it is cut, or no message
     */
    SavedMessage(Path file) throws IOException {
        this.file = file;
        in = new SharedFileInputStream(file.toFile());
        try {
            walk(new MimeMessage(Session.getInstance(properties()), in), 0);
        } catch (MessagingException | RuntimeException e) {
            close();
            throw damaged(file.getFileName().toString(), e);
        } catch (IOException e) {
            close();
            throw e;
        }
    }

    /** Lenient: what mail programs save is not always what the standard asks for. */
    private static Properties properties() {
        Properties reading = new Properties();
        reading.put("mail.mime.multipart.ignoremissingendboundary", "false");
        reading.put("mail.mime.base64.ignoreerrors", "false");
        return reading;
    }

    private void walk(Part part, int depth) throws MessagingException, IOException {
        if (part.isMimeType("multipart/*") && depth < DEPTH) {
            Multipart parts = (Multipart) part.getContent();
            for (int i = 0; i < parts.getCount(); i++) {
                BodyPart inner = parts.getBodyPart(i);
                walk(inner, depth + 1);
            }
        } else if (part.isMimeType("message/rfc822") && depth < DEPTH) {
            walk((Part) part.getContent(), depth + 1); // one that was forwarded as it was
        } else if (name(part).isPresent()) {
            attachments.add(part);
        } else if (part.isMimeType("text/plain")) {
            try (InputStream text = part.getInputStream()) {
                byte[] bytes = text.readNBytes(TEXT_READ);
                Matcher sum = SHA_256.matcher(new String(bytes, StandardCharsets.ISO_8859_1));
                while (sum.find()) {
                    sums.add(sum.group());
                }
            }
        }
    }

    /** Without the folders that it might have been called with. */
    private static Optional<String> name(Part part) throws MessagingException, IOException {
        String name = part.getFileName();
        if (name == null) {
            return Optional.empty();
        }
        String last =
                MimeUtility.decodeText(name)
                        .replaceAll("(?s).*[/\\\\]", "")
                        .replaceAll("[\\p{Cntrl}\ufffd]", "_");
        return last.isBlank() || last.startsWith(".") ? Optional.empty() : Optional.of(last);
    }

    private static DamagedOnTheWay damaged(String name, Exception cause) {
        DamagedOnTheWay damaged = new DamagedOnTheWay(name);
        damaged.initCause(cause);
        return damaged;
    }

    List<Arrived> attachments() throws IOException {
        List<Arrived> arrived = new ArrayList<>();
        for (int i = 0; i < attachments.size(); i++) {
            try {
                arrived.add(
                        new Arrived(
                                name(attachments.get(i)).orElseThrow(),
                                file,
                                Optional.of(i),
                                sums));
            } catch (MessagingException e) {
                throw new IOException(e);
            }
        }
        return arrived;
    }

    /** Decoded as it is read. The caller closes it. */
    InputStream open(int attachment) throws IOException {
        try {
            return attachments.get(attachment).getInputStream();
        } catch (MessagingException e) {
            throw damaged(file.getFileName().toString(), e);
        }
    }

    @Override
    public void close() throws IOException {
        in.close();
    }
}
