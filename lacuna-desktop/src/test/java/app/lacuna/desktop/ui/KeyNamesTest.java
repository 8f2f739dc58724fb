package app.lacuna.desktop.ui;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.input.KeyCharacterCombination;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;

class KeyNamesTest {
    @Test
    void combination_isOfTheKeysThatAreWritten() {
        KeyCombination keys = KeyNames.combination("Ctrl+Shift+D");
        assertThat(keys)
                .isEqualTo(
                        new KeyCodeCombination(
                                KeyCode.D,
                                KeyCombination.SHORTCUT_DOWN,
                                KeyCombination.SHIFT_DOWN));
        assertThat(keys).isNotInstanceOf(KeyCharacterCombination.class);
    }

    @Test
    @DisabledOnOs(OS.MAC)
    void shown_isWhatIsPrintedOnTheKeys() {
        assertThat(KeyNames.shown("Ctrl+Shift+D")).endsWith("+D").contains("+");
        assertThat(KeyNames.shown("F5")).isEqualTo("F5");
    }
}
