package app.lacuna.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.lacuna.common.CancelToken;
import app.lacuna.error.MailTrouble;
import jakarta.mail.internet.AddressException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A message goes to the address that was typed, or to none. */
class EnvelopeTest {
    @TempDir Path folder;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        archive = Files.write(folder.resolve("a.zip"), new byte[1_000]);
    }

    private MailMessage to(String recipient) {
        return new MailMessage(
                Optional.of("dig@saltmarsh.example"),
                List.of(recipient),
                "Files",
                "Text",
                List.of(archive));
    }

    private void send(RawSmtp service, String recipient, MailAccount.Security security)
            throws IOException {
        MailAccount account = new MailAccount("127.0.0.1", service.port(), security, "");
        try (MailService.Connection connection =
                new SmtpService(account, Optional.empty()).connect()) {
            connection.send(to(recipient), bytes -> {}, CancelToken.never());
        }
    }

    private static List<String> recipients(RawSmtp service) {
        return service.commands().stream().filter(line -> line.startsWith("RCPT")).toList();
    }

    /** Domains by UTS 46: those of IDNA 2008 with letters of their own (RFC 5894, section 7.2). */
    @ParameterizedTest
    @CsvSource({
        "a@šx.example, a@xn--x-4ma.example",
        "a@straße.example, a@xn--strae-oqa.example",
        "a@ŠX.example, a@xn--x-4ma.example",
        "a@例え.example, a@xn--r8jz45g.example",
        "a@plain.example, a@plain.example",
        "a@[127.0.0.1], a@[127.0.0.1]"
    })
    void domainOutsideAscii_isEncoded(String typed, String handedIn) throws IOException {
        try (RawSmtp service = new RawSmtp()) {
            send(service, typed, MailAccount.Security.NONE);
            assertThat(recipients(service)).containsExactly("RCPT TO:<" + handedIn + ">");
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"š@x.example", "łukasz@x.example", "a\u0441@x.example"})
    void localPartOutsideAscii_isNotSentWithoutSmtputf8(String typed) throws IOException {
        try (RawSmtp service = new RawSmtp("8BITMIME")) {
            MailTrouble trouble =
                    catchThrowableOfType(
                            MailTrouble.class,
                            () -> send(service, typed, MailAccount.Security.NONE));
            assertThat(trouble.reason()).isEqualTo(MailTrouble.Reason.ADDRESS_LETTERS);
            assertThat(recipients(service)).isEmpty();
        }
    }

    @Test
    void localPartOutsideAscii_isSentWithSmtputf8() throws IOException {
        try (RawSmtp service = new RawSmtp("8BITMIME", "SMTPUTF8")) {
            send(service, "łukasz@šx.example", MailAccount.Security.NONE);
            assertThat(recipients(service)).containsExactly("RCPT TO:<łukasz@xn--x-4ma.example>");
            assertThat(service.commands())
                    .anyMatch(line -> line.startsWith("MAIL") && line.contains("SMTPUTF8"));
        }
    }

    @Test
    void plainAddress_isNotMarkedAsSmtputf8() throws IOException {
        try (RawSmtp service = new RawSmtp("8BITMIME", "SMTPUTF8")) {
            send(service, "a@x.example", MailAccount.Security.NONE);
            assertThat(service.commands()).noneMatch(line -> line.contains("SMTPUTF8"));
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "a@",
                "@x.example",
                "a@x_y.example",
                "a@-x.example",
                "a@x..example",
                "a@xn--zzzzzzz9.example",
                "a\u200b@x.example",
                "a@x\u202e.example"
            })
    void addressThatIsNone_isRefused(String typed) {
        assertThatThrownBy(() -> MailAddress.of(typed)).isInstanceOf(AddressException.class);
    }

    @Test
    void draft_keepsLettersOfTheAddress() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Mime.writeDraft(to("łukasz@x.example"), out, bytes -> {}, CancelToken.never());
        assertThat(out.toString(StandardCharsets.UTF_8)).contains("łukasz@x.example");
    }

    @Test
    void starttlsRefusedForTheMoment_isNotSecure() throws IOException {
        try (RawSmtp service = new RawSmtp("STARTTLS")) {
            MailTrouble trouble =
                    catchThrowableOfType(
                            MailTrouble.class,
                            () -> send(service, "a@x.example", MailAccount.Security.STARTTLS));
            assertThat(trouble.reason()).isEqualTo(MailTrouble.Reason.NOT_SECURE);
            assertThat(recipients(service)).isEmpty();
        }
    }
}
