package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoundCommandTest {
    private static final String PASSWORD = "--password-from=env:KEY";

    @TempDir Path folder;
    private Path season;
    private String name;

    @BeforeEach
    void make() throws IOException {
        season = Files.createDirectory(folder.resolve("season"));
        Files.writeString(season.resolve("register.csv"), "C-1;bone");
        Files.writeString(season.resolve(".survey-session"), "12");
        Files.createDirectory(folder.resolve("drive"));
        name = "Evening copy " + folder.getFileName();
        Run added =
                Run.of(
                        "round",
                        "add",
                        name,
                        season,
                        "--to",
                        folder.resolve("drive"),
                        "--form",
                        "zip");
        assertThat(added.code()).as(added.err()).isZero();
    }

    private Run run(String... more) {
        return round("run", more);
    }

    private Run round(String command, String... more) {
        Object[] words = new Object[3 + more.length];
        words[0] = "round";
        words[1] = command;
        words[2] = name;
        System.arraycopy(more, 0, words, 3, more.length);
        return Run.of(words);
    }

    @Test
    void oneLineSaysWhatARunHasDone() throws IOException {
        Run first = run(PASSWORD);
        assertThat(first.code()).as(first.err()).isZero();
        assertThat(first.out().lines()).hasSize(1);
        assertThat(first.out()).contains("whole", "new 3", "proved").doesNotContain("register");
        Run same = run(PASSWORD);
        assertThat(same.code()).as(same.err()).isZero();
        assertThat(same.out()).contains("nothing has changed", "3 items");
        Files.writeString(season.resolve("register.csv"), "C-1;bone;mended");
        Run second = run(PASSWORD);
        assertThat(second.out()).contains("changes", "changed 1");
        assertThat(round("show").out().lines()).hasSize(2);
        assertThat(Run.of("round", "list").out()).contains(name + ": 2 generations");
        assertThat(round("show", "--at", "2199-01-01", PASSWORD).out()).contains("register.csv");
    }

    @Test
    void filesArePutBackAndThatIsTakenBack() throws IOException {
        run(PASSWORD);
        Files.writeString(season.resolve("register.csv"), "spoilt");
        Run compared = round("restore", "--compare", PASSWORD);
        assertThat(compared.out()).contains("changed  season/register.csv");
        Run restored = round("restore", "--in-place", PASSWORD);
        assertThat(restored.code()).as(restored.err()).isZero();
        assertThat(season.resolve("register.csv")).hasContent("C-1;bone");
        Run undone = round("undo", PASSWORD);
        assertThat(undone.code()).as(undone.err()).isZero();
        assertThat(season.resolve("register.csv")).hasContent("spoilt");
        Path out = folder.resolve("out");
        Run one = round("restore", "-d", out.toString(), "--only", "register.csv", PASSWORD);
        assertThat(one.code()).as(one.err()).isZero();
        assertThat(out.resolve("season/register.csv")).hasContent("C-1;bone");
        assertThat(out.resolve("season/.survey-session")).doesNotExist();
    }

    @Test
    void aFileIsFoundThroughAllGenerations() throws IOException {
        run(PASSWORD);
        Files.writeString(season.resolve("new.txt"), "new");
        run(PASSWORD);
        Files.delete(season.resolve("new.txt"));
        run(PASSWORD);
        Run found = round("find", "new.txt", PASSWORD);
        assertThat(found.out()).contains("appeared  season/new.txt", "vanished  season/new.txt");
        assertThat(round("find", "nothing.txt", PASSWORD).code()).isEqualTo(1);
    }

    @Test
    void aLostGenerationIsNamed() throws IOException {
        run(PASSWORD);
        Files.writeString(season.resolve("register.csv"), "changed");
        run(PASSWORD);
        assertThat(round("check", PASSWORD).code()).isZero();
        try (var files =
                Files.list(folder.resolve("drive/" + name.replaceAll("[^A-Za-z0-9]+", " ")))) {
            Files.delete(
                    files.filter(file -> file.toString().contains("-whole"))
                            .findFirst()
                            .orElseThrow());
        }
        Run checked = round("check", PASSWORD);
        assertThat(checked.code()).isEqualTo(ExitCode.DAMAGED.number());
        assertThat(checked.out()).contains("its file is missing", "gives back 2 of 3");
        assertThat(checked.err()).contains("can not be put back: season/.survey-session");
        assertThat(round("prune").code()).isZero();
    }

    @Test
    void theSystemCanRunItByItself() throws IOException {
        Path key = folder.resolve("a key's 100%");
        Path units = folder.resolve("units");
        Run written =
                round("timer", "--key", key.toString(), "--at-hour", "7", "-o", units.toString());
        assertThat(written.code()).as(written.err()).isZero();
        assertThat(written.out()).contains("systemctl --user enable --now lacuna-evening-copy-");
        try (var files = Files.list(units)) {
            for (Path file : files.toList()) {
                String text = Files.readString(file);
                if (file.toString().endsWith(".timer")) {
                    assertThat(text).contains("OnCalendar=*-*-* 07:00:00", "Persistent=true");
                } else {
                    assertThat(text).contains("run \"" + name + "\" --if-due", "a key's 100%%");
                }
            }
        }
        Run cron = round("timer", "--key", key.toString(), "--cron");
        assertThat(cron.out()).startsWith("0 18 * * * lacuna round run '" + name + "' --if-due");
        assertThat(cron.out()).contains("a key'\\''s 100\\%");
        assertThat(round("timer", "--key", "k", "--at-hour", "24").code())
                .isEqualTo(ExitCode.USAGE.number());
    }

    @Test
    void run_ifDue_waitsForTheInterval() throws IOException {
        String weekly = "Weekly " + folder.getFileName();
        Path drive = Files.createDirectory(folder.resolve("weekly"));
        Run.of("round", "add", weekly, season, "--to", drive, "--form", "zip", "--every", "7");
        Run first = Run.of("round", "run", weekly, "--if-due", PASSWORD);
        assertThat(first.out()).as(first.err()).contains("proved");
        Files.writeString(season.resolve("register.csv"), "C-1;bone;mended");
        Run early = Run.of("round", "run", weekly, "--if-due", PASSWORD);
        assertThat(early.code()).isZero();
        assertThat(early.out()).contains("not due before");
        Run byHand = Run.of("round", "run", weekly, PASSWORD);
        assertThat(byHand.out()).contains("changed 1");
    }

    @Test
    void whatIsMissingIsSaid() throws IOException {
        Run unknown = Run.of("round", "run", "no such round", PASSWORD);
        assertThat(unknown.code()).isEqualTo(ExitCode.USAGE.number());
        run(PASSWORD);
        Files.move(folder.resolve("drive"), folder.resolve("drawer"));
        Run away = run(PASSWORD);
        assertThat(away.code()).isEqualTo(ExitCode.FAILED.number());
        assertThat(away.err()).contains("Plug in the drive");
        assertThat(folder.resolve("drive")).doesNotExist();
        assertThat(round("restore", PASSWORD).err()).contains("--in-place");
    }
}
