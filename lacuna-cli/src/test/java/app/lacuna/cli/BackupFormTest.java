package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BackupFormTest {
    private static final String PASSWORD = "--password-from=env:KEY";

    @TempDir Path folder;
    private Path season;

    @BeforeEach
    void make() throws IOException {
        season = Files.createDirectory(folder.resolve("season"));
        Files.writeString(season.resolve("one"), "the same file");
        Files.createLink(season.resolve("two"), season.resolve("one"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "--method=none", "--method=xz", "--method=bzip2", "--for-older-tools"})
    void packedListedVerifiedTakenOut(String more) throws IOException {
        Path archive = folder.resolve("a.zip"); // the name says nothing
        Run packed =
                more.isEmpty()
                        ? Run.of("pack", season, "--form", "tar-openpgp", "-o", archive, PASSWORD)
                        : Run.of(
                                "pack",
                                season,
                                "--form",
                                "tar-openpgp",
                                more,
                                "-o",
                                archive,
                                PASSWORD);
        assertThat(packed.code()).as(packed.err()).isZero();
        assertThat(packed.out()).contains("3 of 3 identical");
        assertThat(Run.of("list", archive, PASSWORD).out()).contains("season/two");
        assertThat(Run.of("verify", archive, PASSWORD).code()).isZero();
        Path out = folder.resolve("out");
        Run extracted = Run.of("extract", archive, "-d", out, "--owners", PASSWORD);
        assertThat(extracted.code()).as(extracted.err()).isZero();
        assertThat(Files.getAttribute(out.resolve("season/one"), "unix:ino"))
                .isEqualTo(Files.getAttribute(out.resolve("season/two"), "unix:ino"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "--no-password",
                "--cipher=aes-128",
                "--hint=a hint",
                "--split=200KB",
                "--opener=beside",
                "--method=deflate"
            })
    void whatDoesNotGoTogetherIsSaid(String option) {
        Run run =
                Run.of(
                        "pack",
                        season,
                        "--form",
                        "tar-openpgp",
                        option,
                        "-o",
                        folder.resolve("a.backup"),
                        PASSWORD);
        assertThat(run.code()).isEqualTo(ExitCode.USAGE.number());
        assertThat(folder.resolve("a.backup")).doesNotExist();
    }

    @Test
    void olderToolsAndBzip2NeedTheBackupForm() {
        for (String option : new String[] {"--for-older-tools", "--method=bzip2"}) {
            Run run = Run.of("pack", season, option, "-o", folder.resolve("a.zip"), PASSWORD);
            assertThat(run.code()).isEqualTo(ExitCode.USAGE.number());
        }
    }
}
