package app.lacuna.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Secret;
import app.lacuna.demo.mail.Delivered;
import app.lacuna.demo.mail.Fault;
import app.lacuna.demo.mail.SimulatedMail;
import app.lacuna.error.MailTrouble;
import app.lacuna.error.MailTrouble.Reason;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Against the simulated service, with everything that goes wrong with real ones. */
class SmtpServiceTest {
    private static final int LIMIT = 5_000_000;

    @TempDir Path folder;
    private SimulatedMail mail;
    private Path archive;

    @BeforeEach
    void start() throws IOException {
        mail = new SimulatedMail(LIMIT);
        byte[] noise = new byte[1_500_000];
        new Random(4).nextBytes(noise);
        archive = Files.write(folder.resolve("a.zip"), noise);
    }

    @AfterEach
    void stop() {
        mail.close();
    }

    private MailAccount account(String user) {
        return new MailAccount(mail.host(), mail.port(), MailAccount.Security.NONE, user);
    }

    private MailMessage to(String... recipients) {
        return new MailMessage(
                Optional.of("dig@saltmarsh.example"),
                List.of(recipients),
                "Files",
                ".\n..\nThe password comes another way.\n",
                List.of(archive));
    }

    private void send(MailMessage message, CancelToken cancel, AtomicLong bytes)
            throws IOException {
        try (Secret password = Secret.takeOver("ebb tide".toCharArray());
                MailService.Connection connection =
                        new SmtpService(account("dig"), Optional.of(password)).connect()) {
            assertThat(connection.limit()).hasValue(LIMIT);
            connection.send(message, bytes::addAndGet, cancel);
        }
    }

    private MailTrouble trouble(MailMessage message) {
        return catchThrowableOfType(
                MailTrouble.class, () -> send(message, CancelToken.never(), new AtomicLong()));
    }

    @Test
    void aMessageArrivesAsItWasSent() throws IOException {
        AtomicLong bytes = new AtomicLong();
        send(to("finds@saltmarsh.example"), CancelToken.never(), bytes);
        assertThat(bytes).hasValue(Files.size(archive));
        Delivered got = mail.mailbox().get(0);
        assertThat(got.to()).containsExactly("finds@saltmarsh.example");
        String text = new String(got.message(), StandardCharsets.US_ASCII);
        assertThat(text).contains("\r\n\r\n.\r\n..\r\nThe password comes another way.");
        assertThat((long) got.message().length)
                .as("what was announced, and the line that a server adds")
                .isBetween(
                        Mime.size(to("finds@saltmarsh.example")),
                        Mime.size(to("finds@saltmarsh.example")) + 500);
    }

    @ParameterizedTest
    @CsvSource({
        "TOO_LARGE, TOO_LARGE, too large",
        "KIND_REFUSED, KIND_REFUSED, kind of attachment",
        "WRONG_LOGIN, LOGIN, ''",
        "CONNECTION_LOST, LOST, ''",
        "NO_ANSWER, UNCERTAIN, ''"
    })
    void everyFaultIsToldApart(Fault fault, Reason reason, String said) {
        mail.fail(fault);
        MailTrouble trouble = trouble(to("finds@saltmarsh.example"));
        assertThat(trouble.reason()).isEqualTo(reason);
        assertThat(trouble.answer()).contains(said);
        assertThat(mailbox(fault == Fault.NO_ANSWER ? 1 : 0)).isTrue();
    }

    /** The service may store a message after its sender has given up. */
    private boolean mailbox(int size) {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
        while (mail.mailbox().size() < size && System.nanoTime() < end) {
            Thread.onSpinWait();
        }
        return mail.mailbox().size() == size;
    }

    @Test
    void somebodyWhoIsNotThereIsSaid() {
        MailTrouble trouble = trouble(to("nobody@saltmarsh.example"));
        assertThat(trouble.reason()).isEqualTo(Reason.ADDRESS);
        assertThat(trouble.answer()).contains("nobody of this name");
        assertThat(mail.mailbox()).isEmpty();
    }

    @Test
    void aSlowServiceIsWaitedFor() throws IOException {
        mail.fail(Fault.SLOW);
        archive = Files.write(folder.resolve("b.zip"), new byte[30_000]);
        send(to("finds@saltmarsh.example"), CancelToken.never(), new AtomicLong());
        assertThat(mail.mailbox()).hasSize(1);
    }

    @Test
    void cancelledInTheMiddleNothingIsDelivered() {
        CancelSource cancel = new CancelSource();
        assertThatThrownBy(
                        () -> {
                            try (MailService.Connection connection =
                                    new SmtpService(account(""), Optional.empty()).connect()) {
                                connection.send(
                                        to("finds@saltmarsh.example"),
                                        count -> cancel.cancel(),
                                        cancel);
                            }
                        })
                .isInstanceOf(CancellationException.class);
        assertThat(mail.mailbox()).isEmpty();
    }

    @Test
    void nobodyThereAndNothingInTheClearToOthers() throws IOException {
        int free;
        try (ServerSocket socket = new ServerSocket(0)) {
            free = socket.getLocalPort();
        }
        MailAccount closed = new MailAccount("127.0.0.1", free, MailAccount.Security.NONE, "");
        assertThat(reason(closed)).isEqualTo(Reason.NOT_REACHED);
        MailAccount elsewhere = new MailAccount("192.0.2.1", 25, MailAccount.Security.NONE, "dig");
        assertThat(reason(elsewhere)).isEqualTo(Reason.NOT_SECURE);
        MailAccount withoutTls =
                new MailAccount(mail.host(), mail.port(), MailAccount.Security.STARTTLS, "dig");
        assertThat(reason(withoutTls)).isEqualTo(Reason.NOT_SECURE);
        MailAccount noTls =
                new MailAccount(mail.host(), mail.port(), MailAccount.Security.TLS, "dig");
        assertThat(reason(noTls)).isEqualTo(Reason.NOT_SECURE);
    }

    private static Reason reason(MailAccount account) {
        try (Secret password = Secret.takeOver("x".toCharArray())) {
            return catchThrowableOfType(
                            MailTrouble.class,
                            () -> new SmtpService(account, Optional.of(password)).connect())
                    .reason();
        }
    }

    /** RFC 3463: what stands behind the code tells more than the code. */
    @ParameterizedTest
    @CsvSource({
        "552, 5.3.4 Too big, TOO_LARGE",
        "552, message exceeds limit, TOO_LARGE",
        "552, 5.7.0 This message was blocked, KIND_REFUSED",
        "554, 5.7.1 Policy, KIND_REFUSED",
        "452, 4.2.3 Too large, TOO_LARGE",
        "451, 4.3.0 Later, REFUSED",
        "550, no, REFUSED"
    })
    void answersAreUnderstood(int code, String words, Reason reason) {
        assertThat(SmtpAnswer.reason(code, words)).isEqualTo(reason);
    }
}
