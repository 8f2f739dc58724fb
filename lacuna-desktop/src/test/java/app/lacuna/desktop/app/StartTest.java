package app.lacuna.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.app.Start.Wish;
import java.nio.file.Path;
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
                .isEqualTo(new Start(Wish.PACK, java.util.List.of(Path.of("/a"))));
        assertThat(Start.of("--do=unpack", "/a.zip").wish()).isEqualTo(Wish.UNPACK);
        assertThat(Start.of("--do=format", "/a").wish()).isEqualTo(Wish.USUAL);
        assertThat(Start.argument(Wish.OPEN)).isEqualTo("--do=open");
    }
}
