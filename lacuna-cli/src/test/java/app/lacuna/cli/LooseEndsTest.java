package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/** What one command leaves, and another one, in a process of its own, finds and clears. */
@EnabledOnOs(OS.LINUX)
class LooseEndsTest {
    private static final String KEY = " --password-from file:key";

    @TempDir Path folder;
    private Shell shell;
    private Path season;

    @BeforeEach
    void make() throws IOException {
        shell = new Shell(folder);
        season = Files.createDirectory(folder.resolve("season"));
        Files.writeString(season.resolve("levels.csv"), "1;2");
        Files.writeString(season.resolve("№ finds.csv"), "C-104");
        Files.createSymbolicLink(season.resolve("newest"), Path.of("levels.csv"));
        Files.writeString(folder.resolve("key"), "second hut\n");
    }

    private Run run(String command, int code) throws Exception {
        Run run = shell.run(command);
        assertThat(run.code()).as(run.err()).isEqualTo(code);
        return run;
    }

    @Test
    void originalsAreKnownUntilTheyAreCleared() throws Exception {
        run("LACUNA pack season -o w.zip" + KEY, 0);
        assertThat(run("LACUNA loose-ends", 0).out())
                .contains(folder.resolve("w.zip").toString(), "3 originals", "1 loose end");
        Run dry = run("LACUNA clear w.zip --dry-run" + KEY, 0);
        assertThat(dry.out()).contains(season.resolve("levels.csv").toString());
        assertThat(season.resolve("levels.csv")).exists();
        run("LACUNA clear w.zip" + KEY, 0);
        assertThat(season).doesNotExist();
        assertThat(run("LACUNA loose-ends", 0).out()).contains("3 in the trash");
        run("LACUNA clear w.zip --to delete" + KEY, 0);
        assertThat(run("LACUNA loose-ends", 0).out()).contains("Nothing is known to be readable");
        assertThat(folder.resolve("data/Trash/files")).isEmptyDirectory();
        assertThat(folder.resolve("data/Trash/info")).isEmptyDirectory();
    }

    @Tag("slow")
    @Test
    void whatIsOnSeveralDiscsIsClearedByAnyOfThem() throws Exception {
        Random chance = new Random(1);
        for (int i = 0; i < 6; i++) {
            byte[] noise = new byte[400_000];
            chance.nextBytes(noise);
            Files.write(season.resolve("photo " + i + ".jpg"), noise);
        }
        Files.createDirectory(folder.resolve("discs"));
        run("LACUNA discs write season -o discs --kind 2MB --recovery one-disc --name s" + KEY, 0);
        assertThat(folder.resolve("discs/S_3.iso")).exists();
        run("LACUNA clear discs/S_1.iso --to delete" + KEY, 0);
        assertThat(season).doesNotExist();
        assertThat(run("LACUNA loose-ends", 0).out()).contains("Nothing is known to be readable");
    }

    @Test
    void clearsRightAfterTheProof() throws Exception {
        Run packed = run("LACUNA pack season -o w.zip --then-clear delete --json" + KEY, 0);
        assertThat(packed.out()).contains("\"cleared\"", "\"count\" : 3");
        assertThat(packed.err()).contains("older copies may outlive the file");
        assertThat(season).doesNotExist();
        run("LACUNA extract w.zip -d back" + KEY, 0);
        assertThat(folder.resolve("back/season/levels.csv")).hasContent("1;2");
        assertThat(run("LACUNA loose-ends --json", 0).out()).contains("\"extracted\"");
    }

    @Test
    void withoutAProofItIsRefused() throws Exception {
        run("LACUNA pack season -o w.zip --no-proof --then-clear trash" + KEY, 2);
        assertThat(season.resolve("levels.csv")).exists();
    }

    @Tag("slow")
    @Test
    void whatIsNewerThanTheArchiveStaysAndIsNamed() throws Exception {
        run("LACUNA pack season -o w.zip" + KEY, 0);
        run("LACUNA extract w.zip -d out" + KEY, 0);
        Path changed = folder.resolve("out/season/levels.csv");
        Files.writeString(changed, "1;3");
        assertThat(run("LACUNA loose-ends", 0).out()).contains("1 changed since");
        Run cleared = run("LACUNA clear w.zip --to delete" + KEY, 6);
        assertThat(cleared.err()).contains(changed + ": it is not what was packed");
        assertThat(changed).hasContent("1;3");
        assertThat(season).doesNotExist();
    }

    @Test
    void aWrongPasswordClearsNothing() throws Exception {
        run("LACUNA pack season -o w.zip" + KEY, 0);
        Files.writeString(folder.resolve("key"), "third hut\n");
        run("LACUNA clear w.zip" + KEY, 3);
        assertThat(season.resolve("levels.csv")).exists();
    }

    @Tag("slow")
    @Test
    void movedWithinItsFolderItIsFound() throws Exception {
        run("LACUNA pack season -o w.zip" + KEY, 0);
        Files.move(season.resolve("№ finds.csv"), season.resolve("register.csv"));
        run("LACUNA loose-ends", 0);
        run("LACUNA clear w.zip --to delete" + KEY, 0);
        assertThat(season).doesNotExist();
    }

    /** The program that people have for such lists reads ours: "sha256sum" of GNU coreutils. */
    @Tag("slow")
    @Test
    void digestsAreInTheUsualSyntax() throws Exception {
        Files.writeString(season.resolve("a\\b\nc.csv"), "odd");
        run("LACUNA pack season -o w.zip" + KEY, 0);
        run("LACUNA verify w.zip --digests list.txt" + KEY, 0);
        Run checked = run("sha256sum -c list.txt", 0);
        assertThat(checked.out().lines()).hasSize(3).allMatch(line -> line.endsWith(": OK"));
        assertThat(run("LACUNA loose-ends", 0).out()).contains("list.txt");
        run("LACUNA verify w.zip --digests list.txt" + KEY, 5);
    }
}
