package app.lacuna.opener;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.Share;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Level;
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
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The quick way of the page accepts nothing that its ZIP reader refuses. */
class SmallEntriesTest {
    /** Bits from one flip to the next; odd, so that all bits of a byte have their turn. */
    private static final int STEP = Share.every(199);

    @TempDir Path folder;

    private JsonNode run(Path archive, String script, String... more) throws IOException {
        Path page = folder.resolve("page.html");
        try (OutputStream out = Files.newOutputStream(page)) {
            new OpenerPage().write(out);
        }
        Path copy = folder.resolve(script);
        try (InputStream in = SmallEntriesTest.class.getResourceAsStream(script)) {
            Files.copy(in, copy);
        }
        List<String> command = new ArrayList<>(List.of("node", copy.toString()));
        command.addAll(List.of(page.toString(), archive.toString()));
        command.addAll(List.of(more));
        return new ObjectMapper().readTree(Outside.run(folder, "", command));
    }

    private static PackOptions options(Protection protection, Names names) {
        return new PackOptions(protection, names, Method.DEFLATE, Level.BALANCED, "");
    }

    @ParameterizedTest
    @EnumSource(
            value = Protection.class,
            names = {"NONE", "AES_128", "AES_256"})
    void read_withFlippedBits_acceptsWhatTheReaderAccepts(Protection protection)
            throws IOException {
        Path finds = Files.createDirectory(folder.resolve("finds"));
        Files.writeString(finds.resolve("stored.txt"), "six and seven");
        Files.writeString(finds.resolve("deflated.txt"), "trench ".repeat(60));
        Path archive = folder.resolve("a.zip");
        Jobs.pack(archive, options(protection, Names.VISIBLE), "ebb", finds);
        JsonNode said = run(archive, "flipped-bits.js", "ebb", String.valueOf(STEP));
        assertThat(said.at("/whole/read").asInt()).isEqualTo(2);
        assertThat(said.at("/whole/different").asInt()).isZero();
        assertThat(said.at("/flipped/read").asInt()).isPositive();
        assertThat(said.at("/flipped/different").asInt()).isZero();
    }

    /** More than are read together, some of them too large for the quick way. */
    @Tag("slow")
    @ParameterizedTest
    @EnumSource(Names.class)
    void saveAll_withManyEntries_savesAllOfThem(Names names) throws IOException {
        Path finds = Files.createDirectory(folder.resolve("finds"));
        for (int i = 0; i < 1_100; i++) {
            Files.writeString(finds.resolve("find " + i + ".txt"), "find number " + i);
        }
        Files.write(finds.resolve("large.dat"), new byte[1_500_000]);
        Path archive = folder.resolve("a.zip");
        Jobs.pack(archive, options(Protection.AES_256, names), "ebb", finds);
        JsonNode said = run(archive, "cases.js", "[\"ebb\"]", "save");
        assertThat(said.get("saved").asInt()).isEqualTo(1_102);
        try (ZipFile saved = new ZipFile(folder.resolve("a.zip.saved.zip").toFile());
                Stream<Path> files = Files.list(finds)) {
            for (Path file : files.toList()) {
                ZipEntry entry = saved.getEntry("finds/" + file.getFileName());
                assertThat(saved.getInputStream(entry).readAllBytes())
                        .isEqualTo(Files.readAllBytes(file));
            }
        }
    }

    @Test
    void saveAll_withOneDamagedEntry_savesNothing() throws IOException {
        Path finds = Files.createDirectory(folder.resolve("finds"));
        for (int i = 0; i < 5; i++) {
            Files.writeString(finds.resolve("find " + i + ".txt"), "find number " + i);
        }
        Path archive = folder.resolve("a.zip");
        Jobs.pack(archive, options(Protection.AES_256, Names.VISIBLE), "ebb", finds);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        JsonNode said = run(archive, "cases.js", "[\"ebb\"]", "save");
        assertThat(said.get("trouble").asText()).isEqualTo("damaged");
        assertThat(folder.resolve("a.zip.saved.zip")).doesNotExist();
    }
}
