package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.Register;
import app.lacuna.clearing.TestRegister;
import app.lacuna.common.CancelToken;
import app.lacuna.trash.FreedesktopTrash;
import app.lacuna.trash.Trash;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Kills a process at random moments while it clears. After the next start every original is under
 * its name with its contents, or in the trash and known to be there, or in the archive; nothing is
 * left out of reach, and everything readable is known.
 */
@Tag("slow")
class ClearKilledTest {
    private static final int KILLS = Integer.getInteger("clear.kills", 14);
    private static final int FILES = 240;

    @TempDir Path folder;

    @Test
    void killedWhileClearing() throws Exception {
        Random random = new Random(11);
        int hit = 0;
        for (int kill = 0; kill < KILLS; kill++) {
            Path place = Files.createDirectory(folder.resolve("kill" + kill));
            Path season = season(place);
            boolean toTrash = kill % 2 == 0;
            Process process = start(place, season, toTrash);
            awaitLeft(process, season, random.nextInt(FILES));
            process.destroyForcibly().waitFor(20, TimeUnit.SECONDS);
            hit += check(place, season) ? 1 : 0;
        }
        assertThat(hit).as("kills in the middle").isGreaterThan(KILLS / 5);
    }

    private static Path season(Path place) throws IOException {
        Path season = Files.createDirectory(place.resolve("season"));
        for (int i = 0; i < FILES; i++) {
            Path part = Files.createDirectories(season.resolve("part" + i % 7));
            Files.writeString(part.resolve("f" + i), "contents " + i);
        }
        return season;
    }

    private static Process start(Path place, Path season, boolean toTrash) throws IOException {
        List<String> command =
                new ArrayList<>(
                        List.of(
                                Path.of(System.getProperty("java.home"), "bin/java").toString(),
                                "-Xshare:auto",
                                "-XX:TieredStopAtLevel=1",
                                "-cp",
                                System.getProperty("java.class.path"),
                                ClearUntilKilled.class.getName(),
                                place.resolve("state").toString(),
                                season.toString(),
                                place.resolve("winter.zip").toString()));
        if (toTrash) {
            command.add(place.resolve("data").toString());
        }
        Process process =
                new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD).start();
        BufferedReader out = new BufferedReader(new InputStreamReader(process.getInputStream()));
        assertThat(out.readLine()).isEqualTo("started");
        return process;
    }

    /** Until only so many are under their names: however quick or slow the machine is. */
    private static void awaitLeft(Process process, Path season, int left) throws Exception {
        while (process.isAlive() && filesIn(season) > left) {
            Thread.sleep(1);
        }
    }

    private static long filesIn(Path season) {
        try (Stream<Path> all = Files.walk(season, 2)) {
            return all.filter(path -> path.getFileName().toString().startsWith("f")).count();
        } catch (IOException | UncheckedIOException e) {
            return FILES; // a folder has just gone: look again
        }
    }

    /** Whether it was in the middle. */
    private static boolean check(Path place, Path season) throws IOException {
        TestRegister.recover(place.resolve("state"));
        try (Stream<Path> all = Files.walk(place)) {
            assertThat(all.map(path -> path.getFileName().toString()))
                    .noneMatch(name -> name.startsWith(Register.PREFIX));
        }
        Trash trash = new FreedesktopTrash(place.resolve("data"), 0, Clock.systemDefaultZone());
        Set<Path> known = new HashSet<>();
        try (TestRegister register = TestRegister.in(place.resolve("state/register"))) {
            for (Seen seen : new LooseEnds(Optional.of(trash)).look(CancelToken.never())) {
                for (ReadableFile file : seen.all()) {
                    known.add(file.inTrash().map(at -> at.file()).orElse(file.path()));
                }
            }
            assertThat(register).isNotNull();
        }
        Set<Path> readable = new HashSet<>();
        for (Path root : List.of(season, place.resolve("data/Trash/files"))) {
            if (Files.exists(root)) {
                try (Stream<Path> all = Files.walk(root)) {
                    all.filter(Files::isRegularFile).forEach(readable::add);
                }
            }
        }
        assertThat(known).containsAll(readable);
        for (Path file : readable) {
            String number = file.getFileName().toString().replaceAll("^f(\\d+).*", "$1");
            assertThat(file).hasContent("contents " + number);
        }
        return !readable.isEmpty() && readable.size() < FILES
                || Files.exists(season) != readable.stream().anyMatch(f -> f.startsWith(season));
    }
}
