package app.lacuna.job;

import app.lacuna.exposure.Opener;
import app.lacuna.mail.PartsKind;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * An archive that is to go by e-mail.
 *
 * @param files the archive's, in their order
 * @param page the opener page that goes with it
 * @param reach what the recipient has to open it with
 * @param hidden whether its names are hidden
 * @param locked whether it has a password
 * @param limit the largest message, in bytes on the wire
 * @param ifTooLarge how it goes into several messages
 * @param from the sender, if the messages are not drafts
 * @param subject in place of the neutral one
 * @param text in place of the one that was proposed
 */
public record MailRequest(
        List<Path> files,
        Optional<OpenerJob.Result> page,
        Opener reach,
        boolean hidden,
        boolean locked,
        long limit,
        PartsKind ifTooLarge,
        Optional<String> from,
        List<String> to,
        Optional<String> subject,
        Optional<String> text,
        Locale language) {
    public MailRequest {
        files = List.copyOf(files);
        to = List.copyOf(to);
    }

    /** The last file, which the archive is called after. */
    public Path archive() {
        return files.get(files.size() - 1);
    }
}
