package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.DamagedOnTheWay;
import app.lacuna.error.PartsMissing;
import app.lacuna.exposure.Opener;
import app.lacuna.mail.PartsKind;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is sent comes together again, whatever it is put into and in whatever order. */
class ReceiveJobTest {
    @TempDir Path folder;
    private Path tree;
    private Path inbox;

    @BeforeEach
    void make() throws IOException {
        tree = Files.createDirectory(folder.resolve("finds"));
        inbox = Files.createDirectory(folder.resolve("inbox"));
        Random chance = new Random(3);
        for (int i = 0; i < 6; i++) {
            byte[] noise = new byte[120_000];
            chance.nextBytes(noise);
            Files.write(tree.resolve("sherd-" + i + ".jpg"), noise);
        }
    }

    private List<Path> drafts(PartsKind kind) throws IOException {
        Path archive =
                Jobs.pack(folder.resolve("winter.zip"), PackOptions.STANDARD, "ebb", tree)
                        .archive();
        MailRequest request =
                new MailRequest(
                        List.of(archive),
                        Optional.empty(),
                        Opener.LACUNA,
                        false,
                        true,
                        400_000,
                        kind,
                        Optional.empty(),
                        List.of(),
                        Optional.empty(),
                        Optional.empty(),
                        Locale.ENGLISH);
        try (Secret password = TestTrees.secret("ebb")) {
            MailJob.Prepared prepared =
                    new MailJob(request, ProgressListener.none(), CancelToken.never())
                            .prepare(Optional.of(password));
            List<Path> moved = new ArrayList<>();
            for (Path draft :
                    new MailDraftsJob(prepared, ProgressListener.none(), CancelToken.never())
                            .run()) {
                moved.add(Files.move(draft, inbox.resolve(draft.getFileName())));
            }
            return moved;
        }
    }

    private static List<Path> receive(List<Path> given) throws IOException {
        return new ReceiveJob(given, ProgressListener.none(), CancelToken.never()).run();
    }

    private void opensAgain(Path archive) throws IOException {
        Path back = Files.createTempDirectory(folder, "back");
        Jobs.extract(archive, "ebb", back);
        SameTree.assertSame(back.resolve("finds"), tree);
    }

    @Test
    void messagesInAnyOrderBecomeTheArchive() throws IOException {
        List<Path> messages = drafts(PartsKind.NEED_EACH_OTHER);
        assertThat(messages).hasSizeGreaterThan(2);
        Collections.shuffle(messages, new Random(1));
        List<Path> got = receive(messages);
        assertThat(got).hasSize(1);
        assertThat(got.get(0)).isEqualTo(inbox.resolve("winter/winter.zip"));
        opensAgain(got.get(0));
        assertThat(receive(List.of(inbox)).get(0).getParent()).hasFileName("winter (2)");
    }

    @Test
    void whatIsMissingIsNamedAndNothingIsWritten() throws IOException {
        List<Path> messages = drafts(PartsKind.NEED_EACH_OTHER);
        Path last = messages.get(messages.size() - 1);
        PartsMissing second =
                catchThrowableOfType(
                        PartsMissing.class, () -> receive(List.of(last, messages.get(0))));
        assertThat(second.facts())
                .startsWith("winter.zip")
                .anySatisfy(fact -> assertThat(fact).asString().startsWith("winter.z02"));
        PartsMissing end =
                catchThrowableOfType(PartsMissing.class, () -> receive(List.of(messages.get(0))));
        assertThat(end.facts()).contains("winter.zip", 1);
        try (Stream<Path> files = Files.list(inbox)) {
            assertThat(files).hasSameSizeAs(messages);
        }
    }

    @Test
    void messagesThatWereForwardedAsAttachmentsAreLookedInto() throws IOException {
        StringBuilder forward = new StringBuilder();
        forward.append("Subject: Fwd\r\nMIME-Version: 1.0\r\n");
        forward.append("Content-Type: multipart/mixed; boundary=\"==\"\r\n\r\n");
        for (Path message : drafts(PartsKind.NEED_EACH_OTHER)) {
            forward.append("--==\r\nContent-Type: message/rfc822; name=\"fw.eml\"\r\n\r\n");
            forward.append(Files.readString(message)).append("\r\n");
            Files.delete(message);
        }
        Path file = inbox.resolve("fw.eml");
        Files.writeString(file, forward.append("--==--\r\n"));
        opensAgain(receive(List.of(file)).get(0));
    }

    @Test
    void looseFilesAreFoundUnderTheNamesThatBrowsersGiveThem() throws IOException {
        Path parts = Files.createDirectory(folder.resolve("parts"));
        Path archive =
                Jobs.pack(folder.resolve("winter.zip"), PackOptions.STANDARD, "ebb", tree)
                        .archive();
        List<Path> files = new ArrayList<>();
        try (Secret password = TestTrees.secret("ebb")) {
            files.addAll(
                    new PartsJob(
                                    archive,
                                    PartsKind.NEED_EACH_OTHER,
                                    300_000,
                                    parts.resolve("winter.zip"),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .run(Optional.of(password))
                            .files());
        }
        assertThat(receive(List.of(files.get(1), files.get(0), files.get(2))))
                .as("they lie together")
                .containsExactly(parts.resolve("winter.zip"));
        Path renamed = Files.move(files.get(0), inbox.resolve("winter (1).z01"));
        Path another = Files.move(files.get(1), inbox.resolve("WINTER.Z02"));
        List<Path> got = receive(List.of(files.get(2), another, renamed));
        assertThat(got).hasSize(1);
        opensAgain(got.get(0));
    }

    @Test
    void severalArchivesComeApart() throws IOException {
        List<Path> messages = drafts(PartsKind.OPEN_ALONE);
        List<Path> got = receive(messages);
        assertThat(got).hasSameSizeAs(messages);
        long files = 0;
        for (Path archive : got) {
            Path back = Files.createTempDirectory(folder, "back");
            Jobs.extract(archive, "ebb", back);
            try (Stream<Path> all = Files.walk(back)) {
                files += all.filter(Files::isRegularFile).count();
            }
        }
        assertThat(files).isEqualTo(6);
    }

    @Test
    void whatWasChangedOnTheWayIsNoticed() throws IOException {
        List<Path> messages = drafts(PartsKind.OPEN_ALONE);
        String text = Files.readString(messages.get(0), StandardCharsets.US_ASCII);
        int middle = text.length() / 2;
        while (text.charAt(middle) == '\r' || text.charAt(middle) == '\n') {
            middle++;
        }
        char other = text.charAt(middle) == 'A' ? 'B' : 'A';
        Files.writeString(
                messages.get(0), text.substring(0, middle) + other + text.substring(middle + 1));
        assertThatThrownBy(() -> receive(List.of(messages.get(0))))
                .isInstanceOf(DamagedOnTheWay.class);
        try (Stream<Path> files = Files.list(inbox)) {
            assertThat(files).hasSameSizeAs(messages);
        }
    }

    @Test
    void whatIsNoMailIsNothing() throws IOException {
        Path letter = Files.writeString(inbox.resolve("letter.txt"), "Dear all");
        Path empty = Files.createFile(inbox.resolve("empty.eml"));
        Path noise = Files.write(inbox.resolve("noise.eml"), new byte[5_000]);
        assertThat(receive(List.of(letter, empty, noise))).isEmpty();
    }

    /** A name in a message leads nowhere else. */
    @Test
    void anAttachmentIsCalledByItsLastNameOnly() throws IOException {
        String message =
                """
                Subject: x
                MIME-Version: 1.0
                Content-Type: application/zip; name="../../up.zip"
                Content-Disposition: attachment; filename="../../up.zip"
                Content-Transfer-Encoding: base64

                UEsFBgAAAAAAAAAAAAAAAAAAAAAAAA==
                """;
        Path file = Files.writeString(inbox.resolve("up.eml"), message.replace("\n", "\r\n"));
        List<Path> got = receive(List.of(file));
        assertThat(got).containsExactly(inbox.resolve("up/up.zip"));
    }

    /** Cut within the attachment, within its headers, and before its end. */
    @Test
    void cutMessage_isDamagedAndNotUnwritable() throws IOException {
        byte[] bytes = Files.readAllBytes(drafts(PartsKind.OPEN_ALONE).get(0));
        Path cut = inbox.resolve("cut.eml");
        for (int length : new int[] {bytes.length / 2, bytes.length - 50, bytes.length - 500}) {
            Files.write(cut, Arrays.copyOf(bytes, length));
            assertThatThrownBy(() -> receive(List.of(cut)))
                    .as("cut at %d", length)
                    .isInstanceOf(DamagedOnTheWay.class);
        }
    }

    @Test
    void attachmentNameWithNul_isMadeUsable() throws IOException {
        String message =
                """
                Subject: x
                MIME-Version: 1.0
                Content-Type: application/zip
                Content-Disposition: attachment; filename*=utf-8''up%00a.zip
                Content-Transfer-Encoding: base64

                UEsFBgAAAAAAAAAAAAAAAAAAAAAAAA==
                """;
        Path file = Files.writeString(inbox.resolve("up.eml"), message.replace("\n", "\r\n"));
        assertThat(receive(List.of(file)))
                .allMatch(got -> got.toString().indexOf('\0') < 0)
                .hasSize(1);
    }
}
