package app.lacuna.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;

class PathNamesTest {
    private static final Path HOME = Path.of(System.getProperty("user.home"));

    @Test
    void whatLiesInTheOwnFolderIsKnownByThat() {
        assertThat(PathNames.known(HOME.resolve("Outbox"))).isEqualTo("~/Outbox");
        assertThat(PathNames.known(HOME)).isEqualTo(HOME.toString());
        assertThat(PathNames.known(Path.of("/media/stick"))).isEqualTo("/media/stick");
    }

    @Test
    void theRootOfADriveHasANameToo() {
        assertThat(PathNames.last(Path.of("/"))).isEqualTo("/");
        assertThat(PathNames.brief(Path.of("/"))).isEqualTo("/");
    }

    @Test
    void aDeepPlaceIsToldByItsLastTwoNames() {
        Path deep = Path.of("/media/stick/archaeology/saltmarsh/trench/outbox");
        assertThat(PathNames.brief(deep)).isEqualTo("\u2026/trench/outbox");
    }

    @Test
    void whatIsNotSeenOrTurnsTheOrderIsMarked() {
        assertThat(PathNames.printable("a\nb\u202Egpj.exe")).isEqualTo("a\ufffdb\ufffdgpj.exe");
        assertThat(PathNames.printable("Gr\u00fcbchen \u2116 12.csv"))
                .isEqualTo("Gr\u00fcbchen \u2116 12.csv");
    }
}
