package app.lacuna.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class PackOptionsTest {
    private static final PackOptions BACKUP =
            PackOptions.backup(Form.BACKUP, Method.ZSTD, Level.BALANCED);

    @ParameterizedTest
    @EnumSource(Protection.class)
    void hiddenNames_needAes(Protection protection) {
        PackOptions options = PackOptions.STANDARD.withProtection(protection);
        if (protection.canHideNames()) {
            assertThat(options.withNames(Names.HIDDEN).names()).isEqualTo(Names.HIDDEN);
        } else {
            assertThatThrownBy(() -> options.withNames(Names.HIDDEN))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    @ParameterizedTest
    @EnumSource(Method.class)
    void method_isOneThatIsWritten(Method method) {
        if (method.isWritten()) {
            assertThat(PackOptions.STANDARD.withMethod(method).method()).isEqualTo(method);
        } else {
            assertThatThrownBy(() -> PackOptions.STANDARD.withMethod(method))
                    .isInstanceOf(IllegalArgumentException.class);
        }
        if (method.isWrittenAroundTar()) {
            assertThat(BACKUP.withMethod(method).method()).isEqualTo(method);
        } else {
            assertThatThrownBy(() -> BACKUP.withMethod(method))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Test
    void store_compressesNothingWhateverTheMethod() {
        assertThat(PackOptions.STANDARD.withLevel(Level.STORE).method()).isEqualTo(Method.STORED);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "One line", "Two\nlines", "Gr\u00fcbchen \u2116 1"})
    void note_isPlainText(String note) {
        assertThat(PackOptions.STANDARD.withNote(note).note()).isEqualTo(note);
    }

    @ParameterizedTest
    @ValueSource(strings = {"a\rb", "a\tb", "\u001b[1m", "a\u0000", "\u0085"})
    void note_withControlCharacters_isRefused(String note) {
        assertThat(PackOptions.isUsableNote(note)).isFalse();
        assertThatThrownBy(() -> PackOptions.STANDARD.withNote(note))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void note_isCountedInBytes() {
        assertThat(PackOptions.isUsableNote("x".repeat(4_000))).isTrue();
        assertThat(PackOptions.isUsableNote("x".repeat(4_001))).isFalse();
        assertThat(PackOptions.isUsableNote("\u00fc".repeat(2_001))).isFalse();
    }

    @Test
    void backup_isLockedAsAWhole_withoutANote() {
        assertThatThrownBy(() -> BACKUP.withNote("hint"))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> BACKUP.withNames(Names.VISIBLE))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> BACKUP.withProtection(Protection.AES_128))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
