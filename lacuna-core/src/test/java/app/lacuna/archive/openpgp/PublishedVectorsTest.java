package app.lacuna.archive.openpgp;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.Secret;
import app.lacuna.io.MemorySource;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Base64;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * The sample messages of RFC 9580, appendix A.9, A.11 and A.12: the password is "password", the
 * text "Hello, world!". They were written down from memory; one with a wrong letter in it would not
 * open.
 */
class PublishedVectorsTest {
    @ParameterizedTest(name = "{0}")
    @CsvSource({
        "A.9 EAX, w0AGHgcBCwMIpa5XnR/F2Cv/aSJPkZmTs1Bvo7WaanPP+MXvxfQcV/tU4cImgV14KPX5LEVOtl6+AKtZhsaObnxV0mkCBwEGn/kOOzIZZPOkKRPI3MZhkyUBUifvt+rqpJ8EwuZ0F11KPSJu1q/LnKmsEiwUcOEcY9TAqyQcapOK1Iv5mlqZuQu6gyXeYQR1QCWKt5Wala0FHdqW6xVDHf719eIlXKeCYVRuM5o=",
        "A.11 GCM, wzwGGgcDCwMI6dOXhbIHAAj/tC58SD70iERXyzcmubPbn/d25fTZpAlS4kRymIUav/91Jt8t1VRBdXmneZ/SaQIHAwb8uUSQvLmLvcnRBsYJAmaUD3LontwhtVlrFXaxAe0Pn/xvxtZbv9JNzQeQlm5tHoWjAFN4TLHYtqBpnvEhVaeyrWJYUxtXZR/Xd3kS+pXjXZtAIW9ppMJI2yj/QzHxYykHOZ5v+Q=="
    })
    void sampleMessagesOpen(String name, String message) throws IOException {
        MemorySource source = new MemorySource(Base64.getDecoder().decode(message));
        assertThat(PgpMessage.isMessage(source)).isTrue();
        try (Secret password = Secret.takeOver("password".toCharArray());
                PgpMessage opened = PgpMessage.open(source, password, Path.of(name));
                InputStream in = opened.stream()) {
            assertThat(new String(in.readAllBytes(), StandardCharsets.UTF_8))
                    .isEqualTo("Hello, world!");
        }
    }

    /** Needs 2 GiB of memory. */
    @Tag("slow")
    @ParameterizedTest(name = "{0}")
    @CsvSource({
        "A.12.1 Argon2 AES-128, wycEBwScUvg8J/leUNU1RA7N/zE2AQQVnlL8rSLPP5VlQsunlO+ECxHSPgGYGKY+YJz4u6F+DDlDBOr5NRQXt/KJIf4m4mOlKyC/uqLbpnLJZMnTq3o79GxBTdIdOzhHXfA3pqV4mTzF"
    })
    void largeSampleMessageOpens(String name, String message) throws IOException {
        sampleMessagesOpen(name, message);
    }
}
