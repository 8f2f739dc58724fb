package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.Register;
import app.lacuna.generations.Generation;
import app.lacuna.rounds.Round;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Kills a process at random moments while it makes generations, removes them and puts back. What is
 * in the list is whole, every moment can be had, and the next run goes on from there.
 */
@Tag("slow")
class RoundKilledTest {
    private static final int KILLS = Integer.getInteger("round.kills", 12);

    @TempDir Path folder;

    @Test
    void killedAtAnyMoment() throws Exception {
        Path source = Files.createDirectory(folder.resolve("source"));
        Path drive = Files.createDirectory(folder.resolve("drive"));
        Path state = folder.resolve("state");
        Round round = RoundUntilKilled.round(source, drive);
        Random random = new Random(7);
        int leftSomething = 0;
        for (int kill = 0; kill < KILLS; kill++) {
            Process process = start(state, source, drive, kill);
            awaitWriting(process);
            Thread.sleep(random.nextInt(kill % 2 == 0 ? 30 : 600));
            process.destroyForcibly().waitFor(20, TimeUnit.SECONDS);
            leftSomething += temporaries() > 0 ? 1 : 0;
            Register.start(state);
            assertThat(temporaries()).isZero();
            check(round);
        }
        assertThat(leftSomething).as("kills that hit something").isPositive();
        RoundRun last =
                RoundsForTests.run(round, Instant.now().plusSeconds(60), RoundRunJob.Wish.USUAL);
        assertThat(last.isComplete()).isTrue();
        assertThat(last.brokenBefore()).isEmpty();
        try (Moment moment = RoundsForTests.moment(round, last.latest())) {
            Path out = folder.resolve("out");
            assertThat(RoundsForTests.takeOut(moment, out).isComplete()).isTrue();
            SameTree.assertSame(out.resolve("source"), source);
        }
    }

    /** Until something is under way, however busy the computer is. */
    private void awaitWriting(Process process) throws IOException, InterruptedException {
        while (process.isAlive() && temporaries() == 0) {
            Thread.sleep(1);
        }
    }

    private void check(Round round) throws IOException {
        if (!Files.exists(round.generations().resolve("round.json"))) {
            return; // killed before the first
        }
        for (RoundCheckJob.Checked each : RoundsForTests.check(round)) {
            assertThat(each.state()).as(each.toString()).isEqualTo(RoundCheckJob.State.WHOLE);
            assertThat(each.lost()).as(each.toString()).isEmpty();
        }
        List<Path> listed = Moment.store(round).listed().stream().map(Generation::file).toList();
        try (Stream<Path> files = Files.list(round.generations())) {
            List<Path> finished =
                    files.filter(file -> file.toString().endsWith(".zip"))
                            .filter(file -> !file.toString().contains("-before"))
                            .filter(file -> !listed.contains(file))
                            .toList();
            for (Path file : finished) { // proved, and killed before it was listed
                try (var reader = Jobs.open(file, RoundsForTests.PASSWORD)) {
                    assertThat(reader.listing().entries()).isNotEmpty();
                }
            }
        }
    }

    private long temporaries() throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            return all.filter(path -> path.getFileName().toString().startsWith(Register.PREFIX))
                    .count();
        } catch (UncheckedIOException e) {
            return 0; // it went while it was looked at
        }
    }

    private static Process start(Path state, Path source, Path drive, int seed) throws IOException {
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-Xshare:auto",
                                "-XX:TieredStopAtLevel=1",
                                "-cp",
                                System.getProperty("java.class.path"),
                                RoundUntilKilled.class.getName(),
                                state.toString(),
                                source.toString(),
                                drive.toString(),
                                String.valueOf(seed))
                        .redirectError(ProcessBuilder.Redirect.DISCARD)
                        .start();
        BufferedReader out = new BufferedReader(new InputStreamReader(process.getInputStream()));
        assertThat(out.readLine()).isEqualTo("started");
        return process;
    }
}
