package app.lacuna.staging;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.clearing.Clearer;
import app.lacuna.clearing.Register;
import app.lacuna.clearing.Undeletable;
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
        PrivateFolder folder = PrivateFolder.createIn(parent, PrivateFolder.Medium.DISK);
        Path file = Files.createDirectories(folder.path().resolve("1/a")).resolve("finds.csv");
        Files.writeString(file, "C-104");
        Path hardLink = Files.createLink(parent.resolve("other name"), file);
        folder.close();
        assertThat(folder.path()).doesNotExist();
        assertThat(hardLink).as("somebody else's name for the same file").hasContent("C-104");
    }

    @Test
    void linksInItAreNotFollowed() throws IOException {
        Path elsewhere = Files.writeString(parent.resolve("original"), "stays");
        PrivateFolder folder = PrivateFolder.createIn(parent, PrivateFolder.Medium.DISK);
        Files.createSymbolicLink(folder.path().resolve("link"), elsewhere);
        folder.close();
        assertThat(elsewhere).hasContent("stays");
    }

    private Process start(Class<?> program, Path state) throws IOException {
        return new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin/java").toString(),
                        "-cp",
                        System.getProperty("java.class.path"),
                        program.getName(),
                        state.toString(),
                        parent.toString())
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
    }

    @Test
    void whatAKilledProcessHasLeftIsGoneAfterTheNextStart() throws Exception {
        Path state = parent.resolve("state");
        Process process = start(LeavesReadableCopies.class, state);
        try (BufferedReader out =
                new BufferedReader(new InputStreamReader(process.getInputStream()))) {
            Path left = Path.of(out.readLine());
            assertThat(left).hasContent("readable");
            process.destroyForcibly().waitFor(20, TimeUnit.SECONDS);
            assertThat(left).exists();
            Register.start(state);
            assertThat(left).doesNotExist();
            assertThat(left.getParent()).doesNotExist();
        }
    }

    /** A process of its own that makes a readable copy and waits to be killed. */
    static final class LeavesReadableCopies {
        private LeavesReadableCopies() {}

        public static void main(String[] arguments) throws Exception {
            Register.start(Path.of(arguments[0]));
            Path folder =
                    PrivateFolder.createIn(Path.of(arguments[1]), PrivateFolder.Medium.DISK).path();
            System.out.println(Files.writeString(folder.resolve("finds.csv"), "readable"));
            Thread.sleep(60_000);
        }
    }

    @Test
    void whatCouldNotBeWipedAtTheEndIsNotForgottenByANormalExit() throws Exception {
        Path state = parent.resolve("state");
        Process process = start(EndsNormally.class, state);
        try (BufferedReader out =
                new BufferedReader(new InputStreamReader(process.getInputStream()))) {
            Path left = Path.of(out.readLine());
            try (Undeletable held = Undeletable.below(left.getParent())) {
                process.getOutputStream().close();
                assertThat(process.waitFor(20, TimeUnit.SECONDS)).isTrue();
                assertThat(process.exitValue()).isZero();
                assertThat(held.isHeld()).isTrue();
                assertThat(left).exists();
            }
            Register.start(state);
            assertThat(left).doesNotExist();
            assertThat(left.getParent()).doesNotExist();
        }
    }

    /** A process of its own that wants to wipe its readable copy and can not, and ends. */
    static final class EndsNormally {
        private EndsNormally() {}

        public static void main(String[] arguments) throws Exception {
            Register.start(Path.of(arguments[0]));
            PrivateFolder folder =
                    PrivateFolder.createIn(Path.of(arguments[1]), PrivateFolder.Medium.DISK);
            System.out.println(Files.writeString(folder.path().resolve("finds.csv"), "readable"));
            System.in.read();
            folder.wipe();
        }
    }

    @Test
    void aPlaceInMemoryIsUsedOnlyIfThereIsRoom() throws IOException {
        Path memory = Files.createDirectory(parent.resolve("memory"));
        try (PrivateFolder little = PrivateFolder.create(1, memory.toString(), parent)) {
            assertThat(little.medium()).isEqualTo(PrivateFolder.Medium.MEMORY);
            assertThat(little.path()).hasParent(memory);
        }
        try (PrivateFolder much =
                PrivateFolder.create(Long.MAX_VALUE / 2, memory.toString(), parent)) {
            assertThat(much.medium()).isEqualTo(PrivateFolder.Medium.DISK);
            assertThat(much.path()).hasParent(parent);
        }
        try (PrivateFolder without = PrivateFolder.create(1, null, parent)) {
            assertThat(without.medium()).isEqualTo(PrivateFolder.Medium.DISK);
        }
    }

    @Test
    void wipingWhatIsNotThereIsNoTrouble() throws IOException {
        assertThat(Clearer.wipeOwn(parent.resolve("nowhere"))).isEmpty();
        assertThat(List.of(parent.toFile().list())).isEmpty();
    }

    @Test
    void close_whereSomethingCannotGo_saysSo() throws IOException {
        PrivateFolder own = PrivateFolder.createIn(parent, PrivateFolder.Medium.DISK);
        Path inside = Files.createDirectory(own.path().resolve("d"));
        Files.writeString(inside.resolve("a"), "x");
        try (Undeletable held = Undeletable.below(inside)) {
            assertThat(held.isHeld()).isTrue();
            assertThatThrownBy(own::close).isInstanceOf(IOException.class);
        }
        own.close();
        assertThat(own.path()).doesNotExist();
    }

    @Test
    void create_whereThePlaceInMemoryIsNone_takesTheOther() throws IOException {
        try (PrivateFolder without = PrivateFolder.create(1, null, parent);
                PrivateFolder lost =
                        PrivateFolder.create(1, parent.resolve("none").toString(), parent)) {
            assertThat(without.medium()).isEqualTo(PrivateFolder.Medium.DISK);
            assertThat(lost.path()).hasParent(parent);
        }
    }
}
