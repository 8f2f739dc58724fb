package app.lacuna.rounds;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OpenHistoryTest {
    @TempDir Path folder;
    private OpenHistory history;

    @BeforeEach
    void make() {
        history = new OpenHistory(folder.resolve("state"));
    }

    @Test
    void theLastOneComesFirstAndNoneTwice() throws IOException {
        Path a = folder.resolve("№ a.zip");
        Path b = folder.resolve("b.zip");
        history.opened(a);
        history.opened(b);
        history.opened(a);
        assertThat(new OpenHistory(folder.resolve("state")).archives()).containsExactly(a, b);
        history.forget(a);
        assertThat(history.archives()).containsExactly(b);
    }

    @Test
    void onlyAFewAreKept() throws IOException {
        for (int i = 0; i < 20; i++) {
            history.opened(folder.resolve(i + ".zip"));
        }
        assertThat(history.archives()).hasSize(8).startsWith(folder.resolve("19.zip"));
    }

    @Test
    void onlyTheUserCanReadIt() throws IOException {
        history.opened(folder.resolve("a.zip"));
        Path file = folder.resolve("state/opened.json");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
    }

    @Test
    void aDamagedFileIsNoTrouble() throws IOException {
        Files.createDirectories(folder.resolve("state"));
        Files.writeString(folder.resolve("state/opened.json"), "{\"archives\": ");
        assertThat(history.archives()).isEmpty();
    }
}
