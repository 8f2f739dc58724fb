package app.lacuna.common;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;

class SecretTest {
    @Test
    void lendsUtf8BytesAndWipesThemAfterwards() {
        AtomicReference<byte[]> lent = new AtomicReference<>();
        try (Secret secret = Secret.takeOver("pässwörd 🔑".toCharArray())) {
            String seen =
                    secret.withUtf8(
                            bytes -> {
                                lent.set(bytes);
                                return new String(bytes, StandardCharsets.UTF_8);
                            });
            assertThat(seen).isEqualTo("pässwörd 🔑");
        }
        assertThat(lent.get()).containsOnly(0);
    }

    @Test
    void wipesItsArrayWhenClosed() {
        char[] characters = "second hut".toCharArray();
        Secret.takeOver(characters).close();
        assertThat(characters).containsOnly('\0');
    }

    @Test
    void movingWipesTheSource() {
        char[] source = "abcX".toCharArray();
        try (Secret secret = Secret.moveFrom(source, 3)) {
            assertThat(source).containsOnly('\0');
            assertThat(secret.length()).isEqualTo(3);
        }
    }

    @Test
    void refusesUseAfterClosing() {
        Secret secret = Secret.takeOver(new char[] {'a'});
        secret.close();
        assertThatThrownBy(() -> secret.withUtf8(bytes -> bytes.length))
                .isInstanceOf(IllegalStateException.class);
    }

    @Test
    void copyOutlivesTheOriginal() {
        Secret secret = Secret.takeOver(new char[] {'a', 'b'});
        try (Secret copy = secret.copy()) {
            secret.close();
            assertThat(copy.<Integer>withUtf8(bytes -> bytes.length)).isEqualTo(2);
        }
    }

    @Test
    void neverShowsItself() {
        try (Secret secret = Secret.takeOver("hunter".toCharArray())) {
            assertThat(secret).hasToString("Secret[hidden]");
        }
    }

    @Test
    void comparesByContents() {
        try (Secret a = Secret.takeOver("same".toCharArray());
                Secret b = Secret.takeOver("same".toCharArray());
                Secret c = Secret.takeOver("sam".toCharArray());
                Secret d = Secret.takeOver("sane".toCharArray())) {
            assertThat(a.sameAs(b)).isTrue();
            assertThat(a.sameAs(c)).isFalse();
            assertThat(a.sameAs(d)).isFalse();
        }
    }
}
