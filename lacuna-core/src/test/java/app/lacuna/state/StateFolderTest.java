package app.lacuna.state;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;

class StateFolderTest {
    @Test
    void everySystemHasItsPlace() {
        Path home = Path.of("/home/me");
        assertThat(StateFolder.of("Linux", home, Map.of()))
                .isEqualTo(Path.of("/home/me/.local/state/lacuna"));
        assertThat(StateFolder.of("Linux", home, Map.of("XDG_STATE_HOME", "/s")))
                .isEqualTo(Path.of("/s/lacuna"));
        assertThat(StateFolder.of("Mac OS X", home, Map.of()))
                .isEqualTo(Path.of("/home/me/Library/Application Support/Lacuna"));
        assertThat(StateFolder.of("Windows 11", home, Map.of("LOCALAPPDATA", "/l")))
                .isEqualTo(Path.of("/l/Lacuna"));
    }

    @Test
    void aPlaceThatIsNoWholePath_isNotUsed() {
        Path home = Path.of("/home/me");
        assertThat(StateFolder.of("Linux", home, Map.of("XDG_STATE_HOME", "s")))
                .isEqualTo(Path.of("/home/me/.local/state/lacuna"));
        assertThat(StateFolder.of("Windows 11", home, Map.of()))
                .isEqualTo(Path.of("/home/me/AppData/Local/Lacuna"));
    }

    @Test
    void settingsHaveAPlaceOfTheirOwn_whereTheSystemMakesADifference() {
        Path home = Path.of("/home/me");
        assertThat(ConfigFolder.of("Linux", home, Map.of()))
                .isEqualTo(Path.of("/home/me/.config/lacuna"));
        assertThat(ConfigFolder.of("Linux", home, Map.of("XDG_CONFIG_HOME", "/c")))
                .isEqualTo(Path.of("/c/lacuna"));
        assertThat(ConfigFolder.of("Linux", home, Map.of("XDG_CONFIG_HOME", "c")))
                .isEqualTo(Path.of("/home/me/.config/lacuna"));
        assertThat(ConfigFolder.of("Windows 11", home, Map.of("LOCALAPPDATA", "/l")))
                .isEqualTo(Path.of("/l/Lacuna"));
        assertThat(ConfigFolder.of("Mac OS X", home, Map.of()))
                .isEqualTo(Path.of("/home/me/Library/Application Support/Lacuna"));
    }
}
