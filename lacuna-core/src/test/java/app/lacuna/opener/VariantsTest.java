package app.lacuna.opener;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.Share;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.interop.Outside;
import app.lacuna.job.Jobs;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The engine of the page under Node: whatever is changed, nothing else than what was packed. */
class VariantsTest {
    /** All variants take a minute. */
    private static final String STEP = String.valueOf(Share.every(12));

    @TempDir Path folder;

    @ParameterizedTest
    @CsvSource({"AES_256, VISIBLE", "AES_128, HIDDEN", "NONE, VISIBLE", "TRADITIONAL, VISIBLE"})
    void nothingThatWasChangedIsHandedOut(Protection protection, Names names) throws IOException {
        Path finds = Files.createDirectory(folder.resolve("finds"));
        Files.writeString(finds.resolve("diary.txt"), "Quiet and grey.");
        Files.writeString(finds.resolve("levels.csv"), "4.21;4.19;4.20\n".repeat(40));
        PackOptions options =
                new PackOptions(
                        protection, names, Method.DEFLATE, PackOptions.STANDARD.level(), "");
        Path archive = Jobs.pack(folder.resolve("a.zip"), options, "ebb", finds).archive();
        Path page = folder.resolve("page.html");
        try (OutputStream out = Files.newOutputStream(page)) {
            new OpenerPage().write(out);
        }
        Path script = folder.resolve("variants.js");
        try (InputStream in = VariantsTest.class.getResourceAsStream("variants.js")) {
            Files.copy(in, script);
        }
        String said =
                Outside.run(
                        folder,
                        "",
                        List.of(
                                "node",
                                script.toString(),
                                page.toString(),
                                archive.toString(),
                                "ebb",
                                STEP));
        JsonNode result = new ObjectMapper().readTree(said);
        assertThat(result.get("tried").asInt()).isGreaterThan(60);
        assertThat(result.get("wrong")).as(said).isEmpty();
        assertThat(result.get("troubles").get("cut-short").asInt()).isGreaterThan(30);
    }
}
