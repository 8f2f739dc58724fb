package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** change, relock and view. */
class ChangeCommandsTest {
    private static final String FROM_KEY = "--password-from=env:KEY";
    private static final String FROM_WRONG = "--password-from=env:WRONG";

    @TempDir Path folder;
    private Path archive;
    private Path diary;

    @BeforeEach
    void make() throws IOException {
        Path dig = Files.createDirectories(folder.resolve("dig/drafts")).getParent();
        Files.writeString(dig.resolve("levels.csv"), "point;level\n");
        Files.writeString(dig.resolve("drafts/a.tmp"), "x");
        diary = Files.writeString(folder.resolve("diary.txt"), "flood at six");
        archive = folder.resolve("a.zip");
        assertThat(Run.of("pack", dig, "-o", archive, FROM_KEY).code()).isZero();
    }

    private static Run run(Object... arguments) {
        return Run.of(arguments);
    }

    private List<String> paths() {
        List<String> paths = new ArrayList<>();
        run("list", archive, FROM_KEY)
                .out()
                .lines()
                .forEach(line -> paths.add(line.substring(line.lastIndexOf("  ") + 2).strip()));
        return paths;
    }

    @Test
    void putsInTakesOutAndRenames() {
        Run changed =
                run(
                        "change",
                        archive,
                        "--add",
                        diary,
                        "--into",
                        "dig/notes",
                        "--remove",
                        "*.tmp",
                        "--rename",
                        "dig/levels.csv=dig/levels 2026.csv",
                        FROM_KEY);
        assertThat(changed.code()).as(changed.err()).isZero();
        assertThat(changed.out())
                .contains("3 kept, 1 put in")
                .contains("proved: 1 put in and identical, 3 kept byte for byte");
        assertThat(String.join("\n", paths()))
                .contains("dig/notes/diary.txt")
                .contains("dig/levels 2026.csv")
                .doesNotContain("a.tmp");
        assertThat(run("verify", archive, FROM_KEY).code()).isZero();
    }

    @Test
    void anotherNameLeavesTheOldOneAsItIs() throws IOException {
        byte[] before = Files.readAllBytes(archive);
        Path other = folder.resolve("b.zip");
        assertThat(run("change", archive, "--add", diary, "-o", other, FROM_KEY).code()).isZero();
        assertThat(archive).hasBinaryContent(before);
        assertThat(run("view", other, "diary.txt", FROM_KEY).out()).isEqualTo("flood at six");
        assertThat(run("change", archive, "--add", diary, "-o", other, FROM_KEY).code())
                .isEqualTo(5);
    }

    @Test
    void whatCanNotBeIsSaidAndNothingChanged() throws IOException {
        byte[] before = Files.readAllBytes(archive);
        assertThat(run("change", archive, FROM_KEY).code()).isEqualTo(2);
        assertThat(run("change", archive, "--remove", "*.odt", FROM_KEY).code()).isEqualTo(2);
        assertThat(run("change", archive, "--add", diary, FROM_WRONG).code()).isEqualTo(3);
        Run taken = run("change", archive, "--rename", "dig/levels.csv=dig/drafts", FROM_KEY);
        assertThat(taken.code()).isEqualTo(1);
        assertThat(taken.err()).contains("has this name already: dig/drafts").doesNotContain("{");
        assertThat(archive).hasBinaryContent(before);
    }

    @Test
    void locksAnewWithAnotherPasswordAndHiddenNames() {
        Run relocked =
                run(
                        "relock",
                        archive,
                        "--hide-names",
                        "--hint",
                        "the other hut",
                        "--new-password-from=env:WRONG",
                        FROM_KEY);
        assertThat(relocked.code()).as(relocked.err()).isZero();
        assertThat(relocked.err()).contains("Copies of the old archive");
        assertThat(run("verify", archive, FROM_KEY).code()).isEqualTo(3);
        Run verified = run("verify", archive, FROM_WRONG);
        assertThat(verified.code()).isZero();
        assertThat(verified.err()).contains("the other hut");
        assertThat(run("list", archive).out()).contains("contents.zip").doesNotContain("levels");
    }

    @Test
    void keepsThePasswordOrTakesItOff() {
        assertThat(
                        run("relock", archive, "--keep-password", "--cipher", "aes-128", FROM_KEY)
                                .code())
                .isZero();
        assertThat(run("list", archive, FROM_KEY).out()).contains("AES-128");
        assertThat(run("relock", archive, "--no-password", FROM_KEY).code()).isZero();
        assertThat(run("list", archive).out()).contains("open").doesNotContain("AES");
        assertThat(run("relock", archive, "--keep-password").code()).isEqualTo(2);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "--no-password --keep-password",
                "--no-password --hide-names",
                "--keep-password --new-password-from=env:KEY",
                "--hide-names --show-names --keep-password",
                "--cipher traditional --keep-password"
            })
    void optionsThatContradictEachOtherAreRefused(String options) {
        List<Object> arguments = new ArrayList<>(List.of("relock", archive, FROM_KEY));
        arguments.addAll(List.of(options.split(" ")));
        assertThat(run(arguments.toArray()).code()).isEqualTo(2);
    }

    @Test
    void viewWritesOneFileByteForByte() {
        Run viewed = run("view", archive, "dig/levels.csv", FROM_KEY);
        assertThat(viewed.code()).isZero();
        assertThat(viewed.out()).isEqualTo("point;level\n");
        assertThat(run("view", archive, "dig", FROM_KEY).code()).isEqualTo(2);
        assertThat(run("view", archive, "nowhere", FROM_KEY).code()).isEqualTo(2);
        assertThat(run("view", archive, "dig/levels.csv", FROM_WRONG).code()).isEqualTo(3);
    }

    @Test
    void restoringComparesFirstAndWritesOnlyWhatDiffers() throws IOException {
        Path levels = Files.writeString(folder.resolve("dig/levels.csv"), "lost");
        Run restored =
                run("extract", archive, "-d", folder, "--on-conflict", "if-different", FROM_KEY);
        assertThat(restored.code()).as(restored.err()).isZero();
        assertThat(restored.out()).contains("1 of 1 came out");
        assertThat(restored.err()).contains("3 entries were the same already");
        assertThat(levels).hasContent("point;level");
    }

    @Test
    void whatIsNotThereIsSaidAndTheRestIsPutIn() {
        Path gone = folder.resolve("gone.txt");
        Run partly = run("change", archive, "--add", diary, gone, FROM_KEY);
        assertThat(partly.code()).isEqualTo(6);
        assertThat(partly.err()).contains("left out: " + gone);
        assertThat(partly.out()).contains("1 put in");
        Run nothing = run("change", archive, "--add", gone, FROM_KEY);
        assertThat(nothing.code()).isEqualTo(1);
        assertThat(nothing.out()).isEmpty();
    }
}
