package app.lacuna.desktop.look;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class TextSizeTest {
    @Test
    void theSystemsAnswersAreUnderstood() {
        assertThat(SystemTextSize.ofDesktop("1.5\n")).isEqualTo(150);
        assertThat(SystemTextSize.ofDesktop("")).isEqualTo(100);
        assertThat(SystemTextSize.ofWindows("textscalefactor    reg_dword    0x96")).isEqualTo(150);
        assertThat(SystemTextSize.ofWindows("error: not found")).isEqualTo(100);
    }

    @Test
    void stepsGoUpAndDownAndRound() {
        assertThat(TextSize.larger(100)).isEqualTo(125);
        assertThat(TextSize.larger(200)).isEqualTo(200);
        assertThat(TextSize.smaller(150)).isEqualTo(125);
        assertThat(TextSize.smaller(100)).isEqualTo(100);
        assertThat(TextSize.style(200)).contains("26.0px");
    }
}
