package app.lacuna.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Sha256;
import app.lacuna.error.MailTrouble;
import app.lacuna.interop.Outside;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Messages, read back by an independent reader: Python's email package. */
class MimeTest {
    /** Every part as the reader sees it, with what it finds wrong. */
    private static final String READER =
            """
            import email, email.policy, hashlib, json, sys
            m = email.message_from_binary_file(open(sys.argv[1], 'rb'), policy=email.policy.default)
            parts = []
            defects = [str(d) for d in m.defects]
            for p in m.walk():
                defects += [str(d) for d in p.defects]
                if p.is_multipart():
                    continue
                data = p.get_payload(decode=True)
                parts.append({'type': p.get_content_type(), 'name': p.get_filename(),
                    'disposition': p.get_content_disposition(), 'size': len(data),
                    'sha256': hashlib.sha256(data).hexdigest(),
                    'text': p.get_content() if p.get_content_maintype() == 'text' else None})
            print(json.dumps({'subject': m['subject'], 'to': m['to'], 'from': m['from'],
                'unsent': m['x-unsent'], 'id': m['message-id'], 'parts': parts,
                'defects': defects}))
            """;

    @TempDir Path folder;

    private Path file(String name, int bytes) throws IOException {
        byte[] noise = new byte[bytes];
        new Random(bytes).nextBytes(noise);
        return Files.write(folder.resolve(name), noise);
    }

    private static MailMessage message(Path... attachments) {
        return new MailMessage(
                Optional.of("Dig Office <dig@saltmarsh.example>"),
                List.of("finds@saltmarsh.example"),
                "Dateien – Größe №2",
                "Grüße.\nEine Zeile, die länger ist als achtundsiebzig Zeichen, wie sie Leute"
                        + " nun einmal schreiben, und noch länger.\n.\nFrom here on.\n",
                List.of(attachments));
    }

    private JsonNode read(Path file) throws IOException {
        Path script = Files.writeString(folder.resolve("read.py"), READER);
        String out =
                Outside.run(folder, "", List.of("python3", script.toString(), file.toString()));
        return new ObjectMapper().readTree(out);
    }

    private Path draft(MailMessage message) throws IOException {
        Path file = folder.resolve("message.eml");
        try (OutputStream out = Files.newOutputStream(file)) {
            Mime.writeDraft(message, out, bytes -> {}, CancelToken.never());
        }
        return file;
    }

    @Test
    void anotherReaderSeesWhatWasMeant() throws IOException {
        Path archive = file("Grübchenware №12.zip", 100_001);
        Path part = file("a.z01", 5);
        Path page = Files.writeString(folder.resolve("a-opener.html"), "<p>ü</p>\n");
        JsonNode seen = read(draft(message(archive, part, page)));
        assertThat(seen.get("defects")).isEmpty();
        assertThat(seen.get("subject").asText()).isEqualTo("Dateien – Größe №2");
        assertThat(seen.get("to").asText()).isEqualTo("finds@saltmarsh.example");
        assertThat(seen.get("unsent").asText()).isEqualTo("1");
        assertThat(seen.get("id").isNull()).isTrue();
        JsonNode parts = seen.get("parts");
        assertThat(parts.get(0).get("text").asText()).startsWith("Grüße.\n").contains("\n.\nFrom ");
        Path[] files = {archive, part, page};
        String[] types = {"application/zip", "application/octet-stream", "text/html"};
        for (int i = 0; i < files.length; i++) {
            JsonNode attached = parts.get(i + 1);
            assertThat(attached.get("name").asText()).isEqualTo(files[i].getFileName().toString());
            assertThat(attached.get("type").asText()).isEqualTo(types[i]);
            assertThat(attached.get("disposition").asText()).isEqualTo("attachment");
            assertThat(attached.get("sha256").asText())
                    .isEqualTo(Sha256.of(Files.newInputStream(files[i]), CancelToken.never()));
        }
    }

    @Test
    void aDraftEndsItsLinesAsMessagesDo() throws IOException {
        String draft =
                Files.readString(draft(message(file("a.zip", 1000))), StandardCharsets.UTF_8);
        assertThat(draft.replace("\r\n", "")).doesNotContain("\n", "\r");
        assertThat(draft.lines().mapToInt(String::length).max().orElseThrow()).isLessThan(998);
        assertThat(draft).isASCII();
    }

    @Test
    void nothingSaysWhereItWasMade() throws Exception {
        String host = java.net.InetAddress.getLocalHost().getHostName();
        String draft = Files.readString(draft(message(file("a.zip", 10))));
        OutgoingMessage sent =
                Mime.toSend(
                        message(),
                        bytes -> {},
                        CancelToken.never(),
                        jakarta.mail.Session.getInstance(new java.util.Properties()));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        sent.writeTo(out);
        for (String text : List.of(draft, out.toString(StandardCharsets.UTF_8))) {
            assertThat(text)
                    .doesNotContainIgnoringCase("@" + host)
                    .doesNotContain(System.getProperty("user.name") + "@", folder.toString());
        }
        assertThat(sent.isWrittenOut()).isTrue();
    }

    /** RFC 2045, section 6.8: lines of 76 characters, three bytes to four of them. */
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3, 56, 57, 58, 113, 114, 115, 5699, 5700, 5701, 1_000_000})
    void theSizeIsKnownBeforehandToTheByte(int bytes) throws Exception {
        MailMessage message = message(file("a.zip", bytes), file("b.z01", bytes / 2));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Mime.toSend(
                        message,
                        count -> {},
                        CancelToken.never(),
                        jakarta.mail.Session.getInstance(new java.util.Properties()))
                .writeTo(out);
        assertThat(Mime.size(message)).isEqualTo(out.size());
    }

    @Test
    void anAddressThatIsNoneIsRefused() {
        for (String bad : List.of("finds", "a@b@c", "a b@c.example", "", "x@y.example\nBcc: z")) {
            assertThatThrownBy(() -> Mime.addresses(List.of(bad)))
                    .isInstanceOfSatisfying(
                            MailTrouble.class,
                            trouble ->
                                    assertThat(trouble.reason())
                                            .isEqualTo(MailTrouble.Reason.ADDRESS));
        }
    }

    @Test
    void aSubjectCanNotBringHeadersIn() throws IOException {
        MailMessage message =
                new MailMessage(
                        Optional.empty(),
                        List.of(),
                        "Files\r\nBcc: somebody@else.example",
                        "text",
                        List.of());
        String draft = Files.readString(draft(message));
        assertThat(draft).doesNotContainPattern("(?m)^Bcc:");
    }

    @Test
    void aNameCanNotBringHeadersInEither() throws IOException {
        Path odd = file("a\nBcc: somebody@else.example\n.zip", 10);
        Path message = draft(message(odd));
        assertThat(Files.readString(message)).doesNotContainPattern("(?m)^Bcc:");
        assertThat(read(message).get("parts").get(1).get("name").asText())
                .isEqualTo("a_Bcc: somebody@else.example_.zip");
    }

    @Test
    void cancellingIsNoticedWithinAnAttachment() throws IOException {
        CancelSource cancel = new CancelSource();
        MailMessage message = message(file("a.zip", 3_000_000));
        assertThatThrownBy(
                        () ->
                                Mime.writeDraft(
                                        message,
                                        OutputStream.nullOutputStream(),
                                        bytes -> cancel.cancel(),
                                        cancel))
                .isInstanceOf(CancellationException.class);
    }
}
