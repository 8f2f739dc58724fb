package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OpenerCommandTest {
    private static final String PASSWORD = "--password-from=env:KEY";

    @TempDir Path folder;
    private Path finds;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        finds = Files.createDirectory(folder.resolve("finds"));
        Files.writeString(finds.resolve("diary.txt"), "Quiet and grey. ".repeat(500));
        archive = folder.resolve("winter.zip");
    }

    @Test
    void aPageComesWithTheArchive() throws IOException {
        Run run = Run.of("pack", finds, "-o", archive, PASSWORD, "--opener", "beside");
        assertThat(run.code()).as(run.err()).isZero();
        assertThat(run.out()).contains("winter-opener.html", "SHA-256 of the page: ");
        assertThat(run.err()).contains("by telephone");
        assertThat(folder.resolve("winter-opener.html")).exists();
        Run again = Run.of("opener", "-o", folder.resolve("winter-opener.html"));
        assertThat(again.code()).as("it is the same page").isZero();
    }

    @Test
    void theArchiveInsideIsOneFileToSend() throws IOException {
        Run run = Run.of("pack", finds, "-o", archive, PASSWORD, "--opener", "inside", "--json");
        assertThat(run.code()).as(run.err()).isZero();
        JsonNode opener = new ObjectMapper().readTree(run.out()).get("opener");
        assertThat(opener.get("kind").asText()).isEqualTo("inside");
        assertThat(opener.get("sha256").asText()).matches("[0-9a-f]{64}");
        assertThat(Path.of(opener.get("page").asText())).exists();
        Run later = Run.of("opener", archive, "-o", folder.resolve("later.html"));
        assertThat(later.out()).contains("with the archive inside");
        assertThat(folder.resolve("later.html"))
                .hasSameBinaryContentAs(folder.resolve("winter.html"));
    }

    @Test
    void aPageThatIsInTheWayIsSaidBeforeAnythingIsPacked() throws IOException {
        Files.writeString(folder.resolve("winter.html"), "somebody's");
        Run run = Run.of("pack", finds, "-o", archive, PASSWORD, "--opener", "inside");
        assertThat(run.code()).isEqualTo(ExitCode.WOULD_OVERWRITE.number());
        assertThat(archive).doesNotExist();
        assertThat(folder.resolve("winter.html")).hasContent("somebody's");
    }

    @Test
    void whatBrowsersDoNotReadIsRefusedBefore() {
        Run run =
                Run.of(
                        "pack",
                        finds,
                        "-o",
                        archive,
                        PASSWORD,
                        "--opener",
                        "beside",
                        "--method",
                        "zstd");
        assertThat(run.code()).isEqualTo(ExitCode.USAGE.number());
        assertThat(run.err()).contains("deflate");
        assertThat(archive).doesNotExist();
        assertThat(Run.of("pack", finds, "-o", archive, PASSWORD, "--opener", "near").err())
                .contains("beside or inside");
    }

    @Test
    void aPageForAnArchiveOfAnotherMethodIsRefused() {
        Run.of("pack", finds, "-o", archive, PASSWORD, "--method", "zstd");
        Run run = Run.of("opener", archive, "-o", folder.resolve("page.html"));
        assertThat(run.code()).isEqualTo(ExitCode.FAILED.number());
        assertThat(run.err()).contains("zstd, which browsers do not read");
        assertThat(folder.resolve("page.html")).doesNotExist();
    }
}
