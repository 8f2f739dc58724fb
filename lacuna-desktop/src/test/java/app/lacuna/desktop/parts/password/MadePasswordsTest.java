package app.lacuna.desktop.parts.password;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.common.Secret;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

class MadePasswordsTest {
    private static final Path FILE = Path.of("winter.zip");

    private final MadePasswords window = new MadePasswords();

    private static TakenPassword taken(boolean made) {
        return new TakenPassword(Secret.takeOver("ebb tide".toCharArray()), made);
    }

    private static void assertWiped(KeptPassword kept) {
        assertThatThrownBy(kept::copy).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void madeOne_whosePageIsClosed_staysUntilItIsKnown() {
        KeptPassword kept;
        try (TakenPassword own = taken(true)) {
            kept = own.written(FILE, window);
        }
        assertThat(window.withoutPage()).isEmpty();
        kept.close();
        assertThat(window.withoutPage()).containsExactly(kept);
        try (Secret copy = kept.copy()) {
            assertThat(copy.withCharacters(Object::toString)).isEqualTo("ebb tide");
        }
        kept.isKnownNow();
        assertThat(window.withoutPage()).isEmpty();
        assertWiped(kept);
    }

    @Test
    void madeOne_thatIsKnown_goesWithItsPage() {
        KeptPassword kept = taken(true).written(FILE, window);
        kept.isKnownNow();
        assertThat(kept.copy()).isNotNull();
        kept.close();
        assertThat(window.withoutPage()).isEmpty();
        assertWiped(kept);
    }

    @Test
    void madeOne_thatIsGivenUp_isWipedWithItsPage() {
        KeptPassword kept = taken(true).written(FILE, window);
        kept.giveUp();
        kept.close();
        assertThat(window.withoutPage()).isEmpty();
        assertWiped(kept);
    }

    @Test
    void typedOne_goesWithItsPage() {
        KeptPassword kept = taken(false).written(FILE, window);
        assertThat(kept.known().get()).isTrue();
        kept.close();
        assertThat(window.withoutPage()).isEmpty();
        assertWiped(kept);
    }

    @Test
    void end_wipesAll() {
        KeptPassword kept = taken(true).written(FILE, window);
        kept.close();
        window.end();
        assertThat(window.withoutPage()).isEmpty();
        assertWiped(kept);
    }
}
