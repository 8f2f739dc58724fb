package app.lacuna.mail;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What is to be sent.
 *
 * @param from empty in a draft: the mail program knows it
 * @param to may be empty in a draft
 * @param attachments under their own names
 */
public record MailMessage(
        Optional<String> from,
        List<String> to,
        String subject,
        String text,
        List<Path> attachments) {
    public MailMessage {
        to = List.copyOf(to);
        attachments = List.copyOf(attachments);
    }
}
