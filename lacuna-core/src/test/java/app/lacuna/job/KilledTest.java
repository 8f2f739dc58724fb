package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.zip.TestTrees;
import app.lacuna.clearing.Register;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Kills the process at random moments, without any chance to clean up. Whatever has its final name
 * is whole, and the next start leaves no temporary file.
 */
@Tag("slow")
class KilledTest {
    private static final int KILLS = Integer.getInteger("pack.kills", 14);
    private static final int KILLED_CHANGES = 18;

    @TempDir Path folder;

    @Test
    void nothingHalfMadeUnderAFinalName() throws Exception {
        Path dig = TestTrees.dig(folder);
        byte[] large = new byte[9_000_000];
        new Random(1).nextBytes(large);
        Files.write(dig.resolve("film.raw"), large);
        Path work = Files.createDirectory(folder.resolve("work"));
        Path state = folder.resolve("state");
        Random random = new Random(50);
        int leftSomething = 0;
        for (int kill = 0; kill < KILLS; kill++) {
            Process process = start(PackUntilKilled.class, state, dig, work);
            Thread.sleep(random.nextInt(700));
            process.destroyForcibly().waitFor(20, TimeUnit.SECONDS);
            leftSomething += temporaries(folder).isEmpty() ? 0 : 1;
            checkArchives(work);
            checkExtracted(work, dig);
            clear(work);
        }
        assertThat(leftSomething).as("kills that hit something").isGreaterThan(KILLS / 10);
        Register.start(state);
        assertThat(temporaries(folder)).isEmpty();
    }

    /** The archive is the old one or the new one, and whole, wherever a change is interrupted. */
    @Test
    void aChangeThatIsKilledLeavesTheOldOrTheNewArchive() throws Exception {
        Path dig = TestTrees.dig(folder);
        byte[] large = new byte[9_000_000];
        new Random(2).nextBytes(large);
        Files.write(dig.resolve("film.raw"), large);
        Path added = Files.write(folder.resolve("added.raw"), large);
        Path archive = folder.resolve("a.zip");
        Jobs.pack(archive, app.lacuna.archive.PackOptions.STANDARD, "ebb", dig);
        Path state = folder.resolve("state");
        Random random = new Random(30);
        int leftSomething = 0;
        for (int kill = 0; kill < KILLED_CHANGES; kill++) {
            Process process = start(ChangeUntilKilled.class, state, archive, added);
            Thread.sleep(random.nextInt(1200));
            process.destroyForcibly().waitFor(20, TimeUnit.SECONDS);
            leftSomething += temporaries(folder).isEmpty() ? 0 : 1;
            checkArchives(folder);
            Path out = folder.resolve("out-" + kill);
            Jobs.extract(archive, "ebb", out);
            SameTree.assertSame(out.resolve("dig"), dig);
            if (Files.exists(out.resolve("added.raw"))) {
                assertThat(out.resolve("added.raw")).hasBinaryContent(large);
            }
            clear(out);
            Register.start(state);
            assertThat(temporaries(folder)).isEmpty();
        }
        assertThat(leftSomething).as("kills that hit a change").isGreaterThan(KILLED_CHANGES / 4);
    }

    private static Process start(Class<?> program, Path... arguments) throws IOException {
        List<String> command =
                new java.util.ArrayList<>(
                        List.of(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-Xshare:auto",
                                "-XX:TieredStopAtLevel=1",
                                "-cp",
                                System.getProperty("java.class.path"),
                                program.getName()));
        for (Path argument : arguments) {
            command.add(argument.toString());
        }
        Process process =
                new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD).start();
        BufferedReader out = new BufferedReader(new InputStreamReader(process.getInputStream()));
        assertThat(out.readLine()).isEqualTo("started");
        return process;
    }

    private static List<Path> temporaries(Path below) throws IOException {
        try (Stream<Path> all = Files.walk(below)) {
            return all.filter(path -> path.getFileName().toString().startsWith(Register.PREFIX))
                    .toList();
        }
    }

    /** Parts of a split archive get their names one after the other, the one that counts last. */
    private static void checkArchives(Path work) throws IOException {
        try (Stream<Path> all = Files.list(work)) {
            for (Path archive : all.filter(p -> p.toString().endsWith(".zip")).toList()) {
                try (var reader = Jobs.open(archive, "ebb")) {
                    assertThat(
                                    new VerifyJob(
                                                    reader,
                                                    app.lacuna.common.ProgressListener.none(),
                                                    app.lacuna.common.CancelToken.never())
                                            .run(java.util.Optional.empty())
                                            .archiveIsWhole())
                            .isTrue();
                }
            }
        }
    }

    private static void checkExtracted(Path work, Path dig) throws IOException {
        try (Stream<Path> all = Files.walk(work)) {
            for (Path file : all.filter(Files::isRegularFile).toList()) {
                Path original = dig.resolve(file.getFileName().toString());
                if (Files.exists(original)) {
                    assertThat(Files.mismatch(file, original)).as("%s", file).isEqualTo(-1);
                }
            }
        }
    }

    private static void clear(Path work) throws IOException {
        try (Stream<Path> all = Files.walk(work)) {
            for (Path path : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
                boolean temporary = path.getFileName().toString().startsWith(Register.PREFIX);
                if (!path.equals(work) && !temporary && !isFull(path)) {
                    Files.delete(path);
                }
            }
        }
    }

    private static boolean isFull(Path path) throws IOException {
        if (!Files.isDirectory(path, java.nio.file.LinkOption.NOFOLLOW_LINKS)) {
            return false;
        }
        try (Stream<Path> all = Files.list(path)) {
            return all.findAny().isPresent();
        }
    }
}
