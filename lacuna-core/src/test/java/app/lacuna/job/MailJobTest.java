package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.demo.mail.Fault;
import app.lacuna.demo.mail.SimulatedMail;
import app.lacuna.error.MailTrouble;
import app.lacuna.error.WrongPassword;
import app.lacuna.exposure.Opener;
import app.lacuna.mail.Letter;
import app.lacuna.mail.MailAccount;
import app.lacuna.mail.MailMessage;
import app.lacuna.mail.MailService;
import app.lacuna.mail.Outgoing;
import app.lacuna.mail.PartsKind;
import app.lacuna.mail.SmtpService;
import app.lacuna.opener.OpenerKind;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.function.LongConsumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MailJobTest {
    private static final long LIMIT = 600_000;

    @TempDir Path folder;
    private Path tree;

    @BeforeEach
    void make() throws IOException {
        tree = Files.createDirectory(folder.resolve("finds"));
        Random chance = new Random(2);
        for (int i = 0; i < 9; i++) {
            byte[] noise = new byte[150_000];
            chance.nextBytes(noise);
            Files.write(tree.resolve("sherd-" + i + ".jpg"), noise);
        }
    }

    private Path pack(Names names) throws IOException {
        PackOptions options =
                new PackOptions(
                        Protection.AES_256,
                        names,
                        Method.DEFLATE,
                        PackOptions.STANDARD.level(),
                        "");
        return Jobs.pack(folder.resolve("winter.zip"), options, "ebb", tree).archive();
    }

    private static MailRequest request(
            Path archive,
            Opener reach,
            Optional<OpenerJob.Result> page,
            PartsKind kind,
            long limit,
            boolean hidden) {
        return new MailRequest(
                List.of(archive),
                page,
                reach,
                hidden,
                true,
                limit,
                kind,
                Optional.of("dig@saltmarsh.example"),
                List.of("finds@saltmarsh.example"),
                Optional.empty(),
                Optional.empty(),
                Locale.ENGLISH);
    }

    private static MailJob.Prepared prepare(MailRequest request) throws IOException {
        try (Secret password = TestTrees.secret("ebb")) {
            return new MailJob(request, ProgressListener.none(), CancelToken.never())
                    .prepare(Optional.of(password));
        }
    }

    private static OpenerJob.Result page(Path archive, OpenerKind kind) throws IOException {
        return new OpenerJob(
                        kind == OpenerKind.INSIDE ? List.of(archive) : List.of(),
                        kind.nameFor(archive),
                        Existing.KEEP,
                        ProgressListener.none(),
                        CancelToken.never())
                .run();
    }

    private List<String> names(MailMessage message) {
        return message.attachments().stream().map(f -> f.getFileName().toString()).toList();
    }

    @Test
    void whatFitsGoesInOneMessage() throws IOException {
        Path archive = pack(Names.HIDDEN);
        MailJob.Prepared one =
                prepare(
                        request(
                                archive,
                                Opener.AES_UNZIP,
                                Optional.empty(),
                                PartsKind.OPEN_ALONE,
                                25_000_000,
                                true));
        assertThat(one.messages()).hasSize(1);
        assertThat(one.folder()).doesNotExist();
        MailMessage message = one.messages().get(0);
        assertThat(names(message)).containsExactly("winter.zip");
        assertThat(message.subject()).isEqualTo("Files");
        assertThat(message.text())
                .contains("winter.zip is an encrypted archive", "contents.zip", "another way")
                .contains("SHA-256: ");
        // A checksum may have the letters of the password by chance.
        assertThat(message.text().replaceAll("[0-9a-f]{64}", "")).doesNotContain("sherd", "ebb");
    }

    @Test
    void aPageInsideIsTheOnlyAttachmentAndOneBesideTheSecond() throws IOException {
        Path archive = pack(Names.HIDDEN);
        for (OpenerKind kind : OpenerKind.values()) {
            MailMessage message =
                    prepare(
                                    request(
                                            archive,
                                            Opener.WEB_BROWSER,
                                            Optional.of(page(archive, kind)),
                                            PartsKind.OPEN_ALONE,
                                            25_000_000,
                                            true))
                            .messages()
                            .get(0);
            if (kind == OpenerKind.INSIDE) {
                assertThat(names(message)).containsExactly("winter.html");
                assertThat(message.text()).contains("winter.html is a web page");
            } else {
                assertThat(names(message)).containsExactly("winter.zip", "winter-opener.html");
                assertThat(message.text()).contains("open the page winter-opener.html");
            }
        }
    }

    @Test
    void partsThatNeedEachOtherStayWithinTheLimit() throws IOException {
        Path archive = pack(Names.VISIBLE);
        MailJob.Prepared parts =
                prepare(
                        request(
                                archive,
                                Opener.WEB_BROWSER,
                                Optional.of(page(archive, OpenerKind.INSIDE)),
                                PartsKind.NEED_EACH_OTHER,
                                LIMIT,
                                false));
        int count = parts.messages().size();
        assertThat(count).isGreaterThan(3);
        for (int i = 0; i < count; i++) {
            MailMessage message = parts.messages().get(i);
            assertThat(Outgoing.size(message)).isLessThanOrEqualTo(LIMIT);
            assertThat(message.subject()).isEqualTo("Files, part " + (i + 1) + " of " + count);
            assertThat(message.text())
                    .contains("save the parts of all messages")
                    .contains("Part " + (i + 1) + " of " + count + ": winter.z")
                    .doesNotContain("sherd");
            assertThat(names(message)).hasSize(i == count - 1 ? 2 : 1);
        }
        assertThat(names(parts.messages().get(count - 1))).contains("winter-opener.html");
        // the page takes no room in the messages that do not contain it
        assertThat(Outgoing.size(parts.messages().get(0))).isGreaterThan(LIMIT * 9 / 10);
        Path back = Files.createDirectory(folder.resolve("back"));
        Jobs.extract(parts.folder().resolve("winter.zip"), "ebb", back);
        SameTree.assertSame(back.resolve("finds"), tree);
    }

    @Test
    void partsThatOpenAloneSayWhatTheyHoldIfNamesAreVisible() throws IOException {
        MailRequest request =
                request(
                        pack(Names.VISIBLE),
                        Opener.AES_UNZIP,
                        Optional.empty(),
                        PartsKind.OPEN_ALONE,
                        LIMIT,
                        false);
        MailJob.Prepared parts = prepare(request);
        assertThat(parts.messages()).hasSizeBetween(4, 6);
        assertThat(parts.messages().get(0).text()).contains("It holds: finds", "sherd-");
        assertThat(parts.parts().orElseThrow().contents()).hasSameSizeAs(parts.messages());
        assertThat(MailJob.proposal(request, true)).contains("each opens by itself");
    }

    @Test
    void hiddenNamesStayHiddenInMessages() throws IOException {
        MailJob.Prepared parts =
                prepare(
                        request(
                                pack(Names.HIDDEN),
                                Opener.LACUNA,
                                Optional.empty(),
                                PartsKind.OPEN_ALONE,
                                LIMIT,
                                true));
        assertThat(parts.messages().size()).isGreaterThan(2);
        assertThat(parts.messages()).allMatch(m -> !m.text().contains("sherd"));
    }

    @Test
    void draftsAreWrittenAllOrNone() throws IOException {
        MailJob.Prepared parts =
                prepare(
                        request(
                                pack(Names.HIDDEN),
                                Opener.AES_UNZIP,
                                Optional.empty(),
                                PartsKind.OPEN_ALONE,
                                LIMIT,
                                true));
        MailDraftsJob drafts =
                new MailDraftsJob(parts, ProgressListener.none(), CancelToken.never());
        List<Path> files = drafts.run();
        assertThat(files).hasSameSizeAs(parts.messages());
        for (int i = 0; i < files.size(); i++) {
            assertThat(files.get(i))
                    .hasFileName("message-" + (i + 1) + "of" + files.size() + ".eml");
            assertThat(Files.size(files.get(i))).isLessThanOrEqualTo(LIMIT);
        }
        assertThatThrownBy(drafts::run).isInstanceOf(IOException.class);
        try (Stream<Path> there = Files.list(parts.folder())) {
            assertThat(there).hasSize(2 * files.size());
        }
    }

    @Test
    void whatWasTakenBeforeTheTroubleIsNotSentAgain() throws IOException {
        MailJob.Prepared parts =
                prepare(
                        request(
                                pack(Names.HIDDEN),
                                Opener.AES_UNZIP,
                                Optional.empty(),
                                PartsKind.OPEN_ALONE,
                                LIMIT,
                                true));
        int count = parts.messages().size();
        try (SimulatedMail mail = new SimulatedMail((int) LIMIT)) {
            MailAccount account =
                    new MailAccount(mail.host(), mail.port(), MailAccount.Security.NONE, "");
            SmtpService service = new SmtpService(account, Optional.empty());
            MailSendJob.Sent some =
                    new MailSendJob(
                                    parts,
                                    () -> new BreaksAfterOne(service.connect(), mail),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .run(0);
            assertThat(some.taken()).isOne();
            assertThat(some.trouble().orElseThrow()).isInstanceOf(MailTrouble.class);
            mail.fail(Fault.NONE);
            MailSendJob.Sent rest =
                    new MailSendJob(parts, service, ProgressListener.none(), CancelToken.never())
                            .run(some.taken());
            assertThat(rest.taken()).isEqualTo(count);
            assertThat(mail.mailbox()).hasSize(count);
        }
    }

    private record BreaksAfterOne(MailService.Connection wire, SimulatedMail mail)
            implements MailService.Connection {
        @Override
        public OptionalLong limit() {
            return wire.limit();
        }

        @Override
        public void send(MailMessage message, LongConsumer watch, CancelToken cancel)
                throws IOException {
            wire.send(message, watch, cancel);
            mail.fail(Fault.CONNECTION_LOST);
        }

        @Override
        public void close() {
            wire.close();
        }
    }

    @Test
    void whatTheServiceAnnouncesIsAskedFirst() throws IOException {
        MailJob.Prepared one =
                prepare(
                        request(
                                pack(Names.HIDDEN),
                                Opener.AES_UNZIP,
                                Optional.empty(),
                                PartsKind.OPEN_ALONE,
                                25_000_000,
                                true));
        try (SimulatedMail mail = new SimulatedMail(1_000_000)) {
            MailAccount account =
                    new MailAccount(mail.host(), mail.port(), MailAccount.Security.NONE, "");
            MailSendJob sending =
                    new MailSendJob(
                            one,
                            new SmtpService(account, Optional.empty()),
                            ProgressListener.none(),
                            CancelToken.never());
            MailTrouble trouble = catchThrowableOfType(MailTrouble.class, () -> sending.run(0));
            assertThat(trouble.announced()).hasValue(1_000_000);
            assertThat(mail.mailbox()).isEmpty();
        }
    }

    @Test
    void aLimitTooSmallForAnythingIsSaid() throws IOException {
        Path archive = pack(Names.HIDDEN);
        MailTrouble trouble =
                catchThrowableOfType(
                        MailTrouble.class,
                        () ->
                                prepare(
                                        request(
                                                archive,
                                                Opener.AES_UNZIP,
                                                Optional.empty(),
                                                PartsKind.OPEN_ALONE,
                                                50_000,
                                                true)));
        assertThat(trouble.reason()).isEqualTo(MailTrouble.Reason.TOO_LARGE);
        try (Stream<Path> there = Files.list(folder)) {
            assertThat(there).noneMatch(file -> file.toString().contains("-mail"));
        }
    }

    @Test
    void whatFailsLeavesNothingOfItsOwn() throws IOException {
        Path archive = pack(Names.HIDDEN);
        MailRequest request =
                request(
                        archive,
                        Opener.WEB_BROWSER,
                        Optional.empty(),
                        PartsKind.OPEN_ALONE,
                        LIMIT,
                        true);
        try (Secret wrong = TestTrees.secret("flood")) {
            assertThatThrownBy(
                            () ->
                                    new MailJob(
                                                    request,
                                                    ProgressListener.none(),
                                                    CancelToken.never())
                                            .prepare(Optional.of(wrong)))
                    .isInstanceOf(WrongPassword.class);
        }
        try (Stream<Path> there = Files.list(folder)) {
            assertThat(there).noneMatch(file -> file.toString().contains("-mail"));
        }
    }

    @Test
    void thePasswordInATextIsNoticed() {
        try (Secret password = TestTrees.secret("slack-water-7")) {
            assertThat(Letter.givesAway("It is Slack Water 7, dear.", password)).isTrue();
            assertThat(Letter.givesAway("It comes another way.", password)).isFalse();
        }
    }

    @Test
    void bothLanguagesHaveAllSentences() throws IOException {
        Path archive = pack(Names.HIDDEN);
        for (Opener reach : Opener.values()) {
            for (PartsKind kind : PartsKind.values()) {
                MailRequest request = request(archive, reach, Optional.empty(), kind, LIMIT, true);
                assertThat(MailJob.proposal(request, true)).doesNotContain("{");
                assertThat(MailJob.proposal(request, false)).doesNotContain("{");
            }
        }
        Letter letter =
                new Letter(
                        "a.zip",
                        Opener.AES_UNZIP,
                        true,
                        true,
                        Optional.empty(),
                        Optional.empty(),
                        1);
        assertThat(letter.text(Locale.GERMAN)).contains("verschlüsseltes Archiv");
        assertThat(letter.text(Locale.JAPANESE)).contains("encrypted archive");
    }
}
