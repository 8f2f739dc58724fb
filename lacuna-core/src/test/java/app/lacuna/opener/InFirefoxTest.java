package app.lacuna.opener;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.interop.Outside;
import app.lacuna.job.Jobs;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.File;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIf;
import org.junit.jupiter.api.io.TempDir;

/** The way through the page in another browser, where the machine has it. */
@EnabledIf("hasFirefox")
class InFirefoxTest {
    private static final String PASSWORD = "Grüße vom Damm";

    @TempDir Path folder;

    static boolean hasFirefox() {
        return firefox().isPresent();
    }

    private static Optional<Path> firefox() {
        return Arrays.stream(System.getenv("PATH").split(File.pathSeparator))
                .flatMap(
                        place ->
                                List.of("firefox", "firefox-esr").stream()
                                        .map(n -> Path.of(place, n)))
                .filter(Files::isExecutable)
                .findFirst();
    }

    @Test
    void partsAreOpenedAndSaved() throws IOException {
        Path finds = Files.createDirectory(folder.resolve("finds"));
        byte[] noise = new byte[500_000];
        new Random(3).nextBytes(noise);
        Files.write(finds.resolve("levels.bin"), noise);
        List<Path> parts =
                Jobs.pack(
                                folder.resolve("winter.zip"),
                                PackOptions.STANDARD,
                                OptionalLong.of(200_000),
                                PASSWORD,
                                finds)
                        .files();
        Path page = folder.resolve("page.html");
        try (OutputStream out = Files.newOutputStream(page)) {
            new OpenerPage().write(out);
        }
        Path script = Outside.packages().resolve("firefox.cjs");
        try (InputStream in = InFirefoxTest.class.getResourceAsStream("firefox.cjs")) {
            Files.write(script, in.readAllBytes());
        }
        Path downloads = Files.createDirectory(folder.resolve("downloads"));
        List<String> command =
                new ArrayList<>(
                        List.of(
                                "node",
                                script.toString(),
                                firefox().orElseThrow().toString(),
                                page.toString(),
                                downloads.toString(),
                                PASSWORD));
        parts.forEach(part -> command.add(part.toString()));
        JsonNode said = new ObjectMapper().readTree(Outside.run(folder, "", command));
        assertThat(said.get("errors")).isEmpty();
        assertThat(said.get("wrong").asText()).startsWith("This password does not open");
        assertThat(said.get("open").asText()).startsWith("winter.zip is open: 1 file");
        try (ZipFile zip = new ZipFile(downloads.resolve("winter-readable.zip").toFile());
                InputStream in = zip.getInputStream(zip.getEntry("finds/levels.bin"))) {
            assertThat(in.readAllBytes()).isEqualTo(noise);
        }
    }
}
