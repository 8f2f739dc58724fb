package app.lacuna.password;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.common.Secret;
import app.lacuna.error.PasswordUnusable;
import app.lacuna.error.PasswordUnusable.Reason;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PasswordTextTest {
    private static String read(byte[] bytes) throws IOException {
        try (Secret secret = PasswordText.firstLine(new ByteArrayInputStream(bytes))) {
            return secret.withCharacters(Object::toString);
        }
    }

    private static Reason refusalOf(byte[] bytes) {
        try {
            read(bytes);
            return null;
        } catch (PasswordUnusable e) {
            return e.reason();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "'ebb\\n', ebb",
        "'ebb\\r\\n', ebb",
        "'ebb', ebb",
        "'ebb\\nsecond\\n', ebb",
        "'\ufeffebb\\n', ebb",
        "' ebb ', ' ebb '",
        "'Ebbe № 🌊\\n', 'Ebbe № 🌊'",
        "'\\n', ''",
    })
    void takesTheFirstLineAndNothingElse(String given, String expected) throws IOException {
        String text = given.replace("\\r", "\r").replace("\\n", "\n");
        assertThat(read(text.getBytes(StandardCharsets.UTF_8))).isEqualTo(expected);
    }

    /** Read leniently these two would be one password. */
    @Test
    void bytesThatAreNoTextAreRefused() {
        assertThat(refusalOf(new byte[] {'p', (byte) 0xe4, 's', 's'})).isEqualTo(Reason.NOT_TEXT);
        assertThat(refusalOf(new byte[] {'p', (byte) 0xf6, 's', 's'})).isEqualTo(Reason.NOT_TEXT);
        assertThat(refusalOf(new byte[] {'p', (byte) 0xc3})).isEqualTo(Reason.NOT_TEXT);
        assertThatThrownBy(() -> PasswordText.of("p\ufffdss")).isInstanceOf(PasswordUnusable.class);
    }

    @Test
    void whatNobodyCanTypeIsRefused() {
        assertThat(refusalOf(new byte[] {'a', 0, 'b'})).isEqualTo(Reason.HAS_NUL);
        assertThat(refusalOf(new byte[PasswordText.MAX_BYTES + 1])).isEqualTo(Reason.TOO_LONG);
    }

    @Test
    void aDeviceWithoutAnEndIsNotWaitedFor() {
        InputStream endless =
                new InputStream() {
                    @Override
                    public int read() {
                        return 'a';
                    }
                };
        assertThatThrownBy(() -> PasswordText.firstLine(endless))
                .isInstanceOfSatisfying(
                        PasswordUnusable.class,
                        e -> assertThat(e.reason()).isEqualTo(Reason.TOO_LONG));
    }
}
