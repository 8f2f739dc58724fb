package app.lacuna.mail;

import app.lacuna.common.CancelToken;
import app.lacuna.common.Sha256;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.LongConsumer;

/**
 * The messages that an archive goes in: who gets them, what they say, what is attached to each.
 *
 * @param from empty in drafts
 * @param text what somebody has made of the letter's text; the lines about the part come under it
 */
public record Outgoing(
        Letter letter,
        Optional<String> from,
        List<String> to,
        Optional<String> subject,
        String text,
        Locale language) {
    /** What the lines under the text of a message may take, with every letter written as three. */
    private static final long LINES_BYTES = 12_000;

    private static final int CONTENTS_SHOWN = 3_000;

    /** RFC 2045: 57 bytes become a line of 76 characters and its end. */
    private static final int BYTES_PER_LINE = 57;

    private static final int LINE = 78;

    public Outgoing {
        to = List.copyOf(to);
    }

    /**
     * One message.
     *
     * @param number from 1
     * @param part what the message is about: it is named, with its checksum
     * @param beside what else is attached
     */
    public MailMessage message(
            int number, Path part, List<String> contents, List<Path> beside, CancelToken cancel)
            throws IOException {
        String sha256;
        try (InputStream in = Files.newInputStream(part)) {
            sha256 = Sha256.of(in, cancel);
        }
        Letter.Attached attached =
                new Letter.Attached(
                        part.getFileName().toString(),
                        Files.size(part),
                        sha256,
                        shortened(contents));
        List<Path> attachments = new ArrayList<>();
        attachments.add(part);
        attachments.addAll(beside);
        return new MailMessage(
                from,
                to,
                subject(number),
                text.strip() + "\n\n" + letter.lines(language, number, attached) + "\n",
                attachments);
    }

    private String subject(int number) {
        String neutral = letter.subject(language, number);
        return subject.map(
                        own ->
                                letter.count() > 1
                                        ? own + ", " + number + "/" + letter.count()
                                        : own)
                .orElse(neutral);
    }

    private static List<String> shortened(List<String> contents) {
        List<String> shown = new ArrayList<>();
        int length = 0;
        for (String path : contents) {
            length += path.length() + 2;
            if (length > CONTENTS_SHOWN) {
                shown.add("\u2026");
                break;
            }
            shown.add(path.replaceAll("[\\p{Cntrl}\\p{Cf}]", "\ufffd"));
        }
        return shown;
    }

    /**
     * The largest part with which a message stays within a limit.
     *
     * @param beside what else is attached to the fullest of the messages
     * @param name a name as long as that of any part
     */
    public long largestPart(long limit, List<Path> beside, Path name) throws IOException {
        long around =
                Mime.sizeWithoutAttachments(
                        new MailMessage(from, to, subject(1), text, besideAnd(name, beside)));
        for (Path also : beside) {
            around += Mime.base64(Files.size(also));
        }
        return Math.max(0, (limit - around - LINES_BYTES) / LINE * BYTES_PER_LINE);
    }

    private static List<Path> besideAnd(Path name, List<Path> beside) {
        List<Path> all = new ArrayList<>(beside);
        all.add(name);
        return all;
    }

    /** The size of a message on the wire, in bytes (RFC 1870). */
    public static long size(MailMessage message) throws IOException {
        return Mime.size(message);
    }

    /** As a file that a mail program opens as a message that has not been sent yet. */
    public static void writeDraft(
            MailMessage message, OutputStream out, LongConsumer watch, CancelToken cancel)
            throws IOException {
        Mime.writeDraft(message, out, watch, cancel);
    }
}
