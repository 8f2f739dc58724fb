package app.lacuna.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.app.Start.Wish;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class StartTest {
    @Test
    void filesAreAbsoluteAndInTheirOrder() {
        Start start = Start.of("b.txt", "/a b", "--look=dark", "b.txt");
        assertThat(start.wish()).isEqualTo(Wish.USUAL);
        assertThat(start.files())
                .containsExactly(
                        Path.of("b.txt").toAbsolutePath(),
                        Path.of("/a b"),
                        Path.of("b.txt").toAbsolutePath());
    }

    @Test
    void aFileManagerSaysWhatTheyAreThereFor() {
        assertThat(Start.of("--do=pack", "/a"))
                .isEqualTo(new Start(Wish.PACK, List.of(Path.of("/a"))));
        assertThat(Start.of("--do=unpack", "/a.zip").wish()).isEqualTo(Wish.UNPACK);
        assertThat(Start.of("--do=format", "/a").wish()).isEqualTo(Wish.USUAL);
        assertThat(Start.argument(Wish.OPEN)).isEqualTo("--do=open");
    }

    /**
     * File managers give relative names to scripts, and somebody may call a file like an option.
     */
    @Test
    void afterTwoDashesEverythingIsAFile() {
        assertThat(Start.of("--do=pack", "--", "--do=open", "-x.txt", "--"))
                .isEqualTo(
                        new Start(
                                Wish.PACK,
                                Stream.of("--do=open", "-x.txt", "--")
                                        .map(name -> Path.of(name).toAbsolutePath())
                                        .toList()));
    }

    @Test
    void anAddressIsTheFileThatItNames() {
        assertThat(Start.of("file:///a/100%25%20%C3%BC%0A.txt", "file:/b").files())
                .containsExactly(Path.of("/a/100% \u00fc\n.txt"), Path.of("/b"));
        assertThat(Start.of("file://elsewhere/a", "file:///a?b", "file:///%zz").files()).isEmpty();
        assertThat(Start.of("file:notes.txt").files())
                .containsExactly(Path.of("file:notes.txt").toAbsolutePath());
    }
}
