package app.lacuna.mail;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.interop.Outside;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.subethamail.smtp.auth.EasyAuthenticationHandlerFactory;
import org.subethamail.smtp.helper.SimpleMessageListener;
import org.subethamail.smtp.server.SMTPServer;

/** Real TLS, with a certificate that is made for this test. */
class SmtpTlsTest {
    private static final String STORE_PASSWORD = "only for this test";

    @TempDir static Path folder;
    private final List<String> taken = new CopyOnWriteArrayList<>();
    private SMTPServer server;
    private static Path keys;
    private static Path archive;

    @BeforeAll
    static void certificate() throws IOException {
        keys = folder.resolve("keys.p12");
        archive = Files.write(folder.resolve("a.zip"), new byte[100_000]);
        Path keytool = Path.of(System.getProperty("java.home"), "bin/keytool");
        Outside.run(
                folder,
                "",
                List.of(
                        keytool.toString(),
                        "-genkeypair",
                        "-keystore",
                        keys.toString(),
                        "-storepass",
                        STORE_PASSWORD,
                        "-keyalg",
                        "EC",
                        "-alias",
                        "mail",
                        "-dname",
                        "CN=localhost",
                        "-ext",
                        "SAN=dns:localhost"));
    }

    @AfterEach
    void stop() {
        if (server != null) {
            server.stop();
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = MailAccount.Security.class,
            names = {"TLS", "STARTTLS"})
    void aMessageGoesOverTls(MailAccount.Security way) throws Exception {
        serve(way);
        assertThat(sendTo("localhost", way, true)).isEmpty();
        assertThat(taken).hasSize(1);
        assertThat(taken.get(0)).contains("The password comes another way.");
    }

    @ParameterizedTest
    @EnumSource(
            value = MailAccount.Security.class,
            names = {"TLS", "STARTTLS"})
    void nothingGoesToAServiceThatIsNotTrusted(MailAccount.Security way) throws Exception {
        serve(way);
        assertThat(sendTo("localhost", way, false)).contains("NOT_SECURE");
        assertThat(taken).isEmpty();
    }

    /** The certificate is for localhost, not for this number. */
    @Test
    void norToOneOfAnotherName() throws Exception {
        serve(MailAccount.Security.TLS);
        assertThat(sendTo("127.0.0.1", MailAccount.Security.TLS, true)).contains("NOT_SECURE");
        assertThat(taken).isEmpty();
    }

    private void serve(MailAccount.Security way) throws Exception {
        SSLContext context = context();
        SMTPServer.Builder builder =
                SMTPServer.port(0)
                        .bindAddress(InetAddress.getByName("localhost"))
                        .authenticationHandlerFactory(
                                new EasyAuthenticationHandlerFactory((user, word, about) -> {}))
                        .simpleMessageListener(new Taking());
        if (way == MailAccount.Security.TLS) {
            builder.serverSocketFactory(context);
        } else {
            builder.enableTLS().requireTLS().startTlsSocketFactory(context);
        }
        server = builder.build();
        server.start();
    }

    private SSLContext context() throws Exception {
        KeyStore store = KeyStore.getInstance("PKCS12");
        try (InputStream in = Files.newInputStream(keys)) {
            store.load(in, STORE_PASSWORD.toCharArray());
        }
        KeyManagerFactory managers =
                KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
        managers.init(store, STORE_PASSWORD.toCharArray());
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(managers.getKeyManagers(), null, null);
        return context;
    }

    /** What it said when it failed; empty if it did not. */
    private String sendTo(String host, MailAccount.Security way, boolean trusted)
            throws IOException, InterruptedException {
        List<String> command =
                new ArrayList<>(
                        List.of(Path.of(System.getProperty("java.home"), "bin/java").toString()));
        if (trusted) {
            command.add("-Djavax.net.ssl.trustStore=" + keys);
            command.add("-Djavax.net.ssl.trustStorePassword=" + STORE_PASSWORD);
        }
        command.addAll(
                List.of(
                        "-cp",
                        System.getProperty("java.class.path"),
                        SendOverTls.class.getName(),
                        host,
                        String.valueOf(server.getPortAllocated()),
                        way.name(),
                        archive.toString()));
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        process.waitFor();
        return said;
    }

    private final class Taking implements SimpleMessageListener {
        @Override
        public boolean accept(String from, String recipient) {
            return true;
        }

        @Override
        public void deliver(String from, String recipient, InputStream data) throws IOException {
            taken.add(new String(data.readAllBytes(), StandardCharsets.US_ASCII));
        }
    }
}
