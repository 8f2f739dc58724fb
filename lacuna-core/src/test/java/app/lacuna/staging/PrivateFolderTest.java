package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PrivateFolderTest {
    @TempDir Path parent;

    @Test
    void closingWipesEverythingInIt() throws IOException {
        PrivateFolder folder = PrivateFolder.createIn(parent);
        Path file = Files.createDirectories(folder.path().resolve("1/a")).resolve("finds.csv");
        Files.writeString(file, "C-104");
        Path hardLink = Files.createLink(parent.resolve("other name"), file);
        folder.close();
        assertThat(folder.path()).doesNotExist();
        // The same bytes on disk under another name show that they were overwritten.
        assertThat(hardLink).hasBinaryContent(new byte[5]);
    }

    @Test
    void linksInItAreNotFollowed() throws IOException {
        Path elsewhere = Files.writeString(parent.resolve("original"), "stays");
        PrivateFolder folder = PrivateFolder.createIn(parent);
        Files.createSymbolicLink(folder.path().resolve("link"), elsewhere);
        folder.close();
        assertThat(elsewhere).hasContent("stays");
    }

    @Test
    void whatAKilledProcessHasLeftIsGoneAfterTheNextStart() throws Exception {
        Path state = parent.resolve("state");
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-cp",
                                System.getProperty("java.class.path"),
                                LeavesReadableCopies.class.getName(),
                                state.toString(),
                                parent.toString())
                        .redirectError(ProcessBuilder.Redirect.DISCARD)
                        .start();
        try (BufferedReader out =
                new BufferedReader(new InputStreamReader(process.getInputStream()))) {
            Path left = Path.of(out.readLine());
            assertThat(left).hasContent("readable");
            process.destroyForcibly().waitFor(20, TimeUnit.SECONDS);
            assertThat(left).exists();
            Leftovers.start(state);
            assertThat(left).doesNotExist();
            assertThat(left.getParent()).doesNotExist();
        }
    }

    /** A process of its own that makes a readable copy and waits to be killed. */
    static final class LeavesReadableCopies {
        private LeavesReadableCopies() {}

        public static void main(String[] arguments) throws Exception {
            Leftovers.start(Path.of(arguments[0]));
            Path folder = PrivateFolder.createIn(Path.of(arguments[1])).path();
            System.out.println(Files.writeString(folder.resolve("finds.csv"), "readable"));
            Thread.sleep(60_000);
        }
    }

    @Test
    void wipingWhatIsNotThereIsNoTrouble() throws IOException {
        PrivateFolder.wipe(parent.resolve("nowhere"));
        assertThat(List.of(parent.toFile().list())).isEmpty();
    }
}
