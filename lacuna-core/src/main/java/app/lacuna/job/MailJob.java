package app.lacuna.job;

import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.clearing.FreeName;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.MailTrouble;
import app.lacuna.exposure.Opener;
import app.lacuna.mail.Letter;
import app.lacuna.mail.MailMessage;
import app.lacuna.mail.Outgoing;
import app.lacuna.mail.PartsKind;
import app.lacuna.opener.OpenerKind;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * An archive as messages that are small enough: one, or several with its parts. {@link
 * MailDraftsJob} writes them as drafts, {@link MailSendJob} hands them to a mail service.
 */
public final class MailJob {
    /** What splitting may add to the last part: headers are never divided. */
    private static final long SPLITTING_BYTES = 1 << 16;

    private final MailRequest request;
    private final ProgressListener listener;
    private final CancelToken cancel;

    public MailJob(MailRequest request, ProgressListener listener, CancelToken cancel) {
        this.request = request;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * The messages as they will go.
     *
     * @param parts what was written for them, if one message was too small
     * @param folder where that is, and where drafts go; not there yet if nothing was written
     */
    public record Prepared(
            List<MailMessage> messages, Optional<PartsJob.Result> parts, Path folder) {
        public Prepared {
            messages = List.copyOf(messages);
        }
    }

    /** What is proposed as text, before anybody changes it. */
    public static String proposal(MailRequest request, boolean inParts) {
        return letter(request, inParts, inParts ? 2 : 1, name(request)).text(request.language());
    }

    /**
     * Works out what goes into which message, and writes parts if it has to be several.
     *
     * @param password that of the archive, needed for parts; absent if it has none
     */
    public Prepared prepare(Optional<Secret> password) throws IOException {
        Path folder = freeFolder();
        if (request.files().size() == 1) {
            MailMessage one = single();
            if (Outgoing.size(one) <= request.limit()) {
                return new Prepared(List.of(one), Optional.empty(), folder);
            }
        }
        Files.createDirectory(folder);
        try {
            return inParts(password, folder);
        } catch (IOException | RuntimeException e) {
            Files.deleteIfExists(ownPage(folder)); // the folder is ours, and so is all in it
            removeIfEmpty(folder);
            throw e;
        }
    }

    static void removeIfEmpty(Path folder) throws IOException {
        try {
            Files.deleteIfExists(folder);
        } catch (DirectoryNotEmptyException e) {
            // something is in it, and it is told why nothing more is
        }
    }

    private MailMessage single() throws IOException {
        Letter letter = letter(request, false, 1, name(request));
        Path about = request.archive();
        List<Path> beside = List.of();
        if (request.page().isPresent()) {
            Path page = request.page().get().page();
            boolean inside = request.page().get().kind() == OpenerKind.INSIDE;
            about = inside ? page : about;
            beside = inside ? List.of() : List.of(page);
        }
        return outgoing(letter).message(1, about, List.of(), beside, cancel);
    }

    private Prepared inParts(Optional<Secret> password, Path folder) throws IOException {
        List<Path> page = pageBeside(folder);
        Path name = folder.resolve(name(request));
        long room = room(folder, page);
        PartsJob.Result parts = parts(password, name, room);
        int count = parts.files().size();
        Outgoing outgoing = outgoing(letter(request, true, count, name(request)));
        List<MailMessage> messages = new ArrayList<>();
        boolean alone = parts.kind() == PartsKind.OPEN_ALONE;
        boolean placed = alone || page.isEmpty();
        for (int i = count - 1; i >= 0; i--) { // the last part is the smallest
            List<String> contents =
                    parts.contents().isEmpty() ? List.of() : parts.contents().get(i);
            Path part = parts.files().get(i);
            MailMessage message =
                    outgoing.message(
                            i + 1, part, contents, placed && !alone ? List.of() : page, cancel);
            if (!placed) {
                placed = Outgoing.size(message) <= request.limit();
                message =
                        placed
                                ? message
                                : outgoing.message(i + 1, part, contents, List.of(), cancel);
            }
            if (Outgoing.size(message) > request.limit()) {
                throw new MailTrouble(MailTrouble.Reason.TOO_LARGE, "", null);
            }
            messages.add(0, message);
        }
        if (!placed) {
            throw new MailTrouble(MailTrouble.Reason.TOO_LARGE, "", null);
        }
        return new Prepared(messages, Optional.of(parts), folder);
    }

    /**
     * For each part. Parts that open alone come with the page each. Of parts that need each other
     * the last one, which is the smallest, comes with the page, if both fit into a message.
     */
    private long room(Path folder, List<Path> page) throws IOException {
        Outgoing outgoing = outgoing(letter(request, true, 99, name(request)));
        Path likeAny = folder.resolve("00of00-" + name(request));
        long besidePage = outgoing.largestPart(request.limit(), page, likeAny);
        if (page.isEmpty() || request.ifTooLarge() == PartsKind.OPEN_ALONE) {
            return besidePage;
        }
        long alone = outgoing.largestPart(request.limit(), List.of(), likeAny);
        long bytes = 0;
        for (Path file : request.files()) {
            bytes += Files.size(file);
        }
        long last = alone <= 0 ? bytes : bytes % alone;
        return last + SPLITTING_BYTES <= besidePage ? alone : besidePage;
    }

    /** Those that are there already if the archive was packed in parts of the right size. */
    private PartsJob.Result parts(Optional<Secret> password, Path name, long room)
            throws IOException {
        if (room < VolumeNames.MIN_BYTES) {
            throw new MailTrouble(MailTrouble.Reason.TOO_LARGE, "", null);
        }
        if (request.files().size() > 1 && request.ifTooLarge() == PartsKind.NEED_EACH_OTHER) {
            boolean fit = true;
            for (Path file : request.files()) {
                fit &= Files.size(file) <= room;
            }
            if (fit) {
                return new PartsJob.Result(request.ifTooLarge(), request.files(), List.of());
            }
        }
        return new PartsJob(request.archive(), request.ifTooLarge(), room, name, listener, cancel)
                .run(password);
    }

    /** For several messages the page asks for the archive. */
    private List<Path> pageBeside(Path folder) throws IOException {
        if (request.reach() != Opener.WEB_BROWSER) {
            return List.of();
        }
        if (request.page().filter(page -> page.kind() == OpenerKind.BESIDE).isPresent()) {
            return List.of(request.page().get().page());
        }
        return List.of(
                new OpenerJob(
                                List.of(),
                                ownPage(folder),
                                Existing.KEEP,
                                ProgressListener.none(),
                                cancel)
                        .run()
                        .page());
    }

    private Path ownPage(Path folder) {
        return folder.resolve(OpenerKind.BESIDE.nameFor(request.archive()).getFileName());
    }

    private Outgoing outgoing(Letter letter) {
        return new Outgoing(
                letter,
                request.from(),
                request.to(),
                request.subject(),
                request.text().orElse(letter.text(request.language())),
                request.language());
    }

    private static Letter letter(MailRequest request, boolean inParts, int count, String name) {
        Optional<Letter.Page> page = Optional.empty();
        if (inParts && request.reach() == Opener.WEB_BROWSER) {
            Path beside = OpenerKind.BESIDE.nameFor(request.archive());
            page = Optional.of(new Letter.Page(OpenerKind.BESIDE, beside.getFileName().toString()));
        } else if (!inParts) {
            page =
                    request.page()
                            .map(p -> new Letter.Page(p.kind(), p.page().getFileName().toString()));
        }
        return new Letter(
                name,
                request.reach(),
                request.hidden(),
                request.locked(),
                page,
                inParts ? Optional.of(request.ifTooLarge()) : Optional.empty(),
                count);
    }

    private static String name(MailRequest request) {
        return request.archive().getFileName().toString();
    }

    /** Beside the archive, and called after it. */
    private Path freeFolder() {
        String stem = name(request).replaceFirst("(?i)\\.zip$", "") + "-mail";
        Path folder = request.archive().resolveSibling(stem);
        for (int number = 2; Files.exists(folder); number++) {
            folder = request.archive().resolveSibling(FreeName.numbered(stem, number));
        }
        return folder;
    }
}
