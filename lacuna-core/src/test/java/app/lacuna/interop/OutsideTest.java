package app.lacuna.interop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.job.Jobs;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Readers and writers outside the Java world: Python's zipfile, libarchive, zip.js under Node. */
class OutsideTest {
    private static final String PASSWORD = "Ebbe und Flut";

    @TempDir Path folder;
    private Path dig;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        dig = TestTrees.dig(folder);
        byte[] large = new byte[8_600_000]; // packed in blocks
        new Random(1).nextBytes(large);
        java.util.Arrays.fill(large, 1_000_000, 7_000_000, (byte) 7);
        Files.write(dig.resolve("film.raw"), large);
        archive = folder.resolve("a.zip");
    }

    private Map<String, String> expected() throws Exception {
        Map<String, String> expected = new TreeMap<>();
        for (FileItem item : TestTrees.scan(dig).items()) {
            if (item.kind() == ItemKind.FILE) {
                byte[] bytes = Files.readAllBytes(item.source());
                byte[] digest = MessageDigest.getInstance("SHA-256").digest(bytes);
                expected.put(item.path(), bytes.length + "\t" + HexFormat.of().formatHex(digest));
            }
        }
        return expected;
    }

    private Map<String, String> read(String program, String script, Object... more)
            throws IOException {
        return Outside.byName(Outside.run(folder, PASSWORD, program, script, more));
    }

    private void pack(Protection protection, Level level) throws IOException {
        PackOptions options = PackOptions.STANDARD.withProtection(protection).withLevel(level);
        Jobs.pack(archive, options, PASSWORD, dig);
    }

    @ParameterizedTest
    @CsvSource({"NONE, BALANCED", "NONE, STORE", "TRADITIONAL, BALANCED"})
    void pythonReadsOurs(Protection protection, Level level) throws Exception {
        if (protection == Protection.TRADITIONAL) {
            Files.delete(dig.resolve("film.raw")); // its cipher is written in Python
        }
        pack(protection, level);
        assertThat(read("python3", "python_read.py", archive)).isEqualTo(expected());
    }

    @Tag("slow")
    @ParameterizedTest
    @ValueSource(strings = {"stored", "deflate", "bzip2", "LZMA"})
    void weReadWhatPythonWrites(String method) throws Exception {
        Outside.run(folder, "", "python3", "python_write.py", archive, method, dig);
        assertThat(ours("")).isEqualTo(withoutLinks());
    }

    @Tag("slow")
    @ParameterizedTest
    @CsvSource({
        "NONE, BALANCED",
        "TRADITIONAL, BALANCED",
        "AES_128, BALANCED",
        "AES_256, BALANCED",
        "AES_256, STORE"
    })
    void libarchiveReadsOurs(Protection protection, Level level) throws Exception {
        if (protection.strength().isPresent()) {
            Files.delete(dig.resolve("latest.csv")); // version 3.6 reads no links under AES
        }
        pack(protection, level);
        assertThat(read("python3", "libarchive_read.py", archive)).isEqualTo(expected());
    }

    @Tag("slow")
    @ParameterizedTest
    @ValueSource(strings = {"ZSTD", "XZ"})
    void libarchiveReadsTheNewerMethods(Method method) throws Exception {
        PackOptions options =
                PackOptions.STANDARD.withProtection(Protection.NONE).withMethod(method);
        Jobs.pack(archive, options, "", dig);
        assertThat(read("python3", "libarchive_read.py", archive)).isEqualTo(expected());
    }

    @Tag("slow")
    @Test
    void libarchiveOpensHiddenNamesInTwoSteps() throws Exception {
        Jobs.pack(archive, PackOptions.STANDARD.withNames(Names.HIDDEN), PASSWORD, dig);
        assertThat(read("python3", "libarchive_read.py", archive).keySet())
                .containsExactly("contents.zip");
        assertThatThrownBy(
                        () ->
                                Outside.run(
                                        folder, "wrong", "python3", "libarchive_read.py", archive))
                .hasMessageContaining("assphrase");
    }

    @Tag("slow")
    @ParameterizedTest
    @CsvSource({
        "NONE, BALANCED",
        "TRADITIONAL, BALANCED",
        "AES_128, STORE",
        "AES_192, BALANCED",
        "AES_256, BALANCED"
    })
    void zipJsReadsOurs(Protection protection, Level level) throws Exception {
        pack(protection, level);
        assertThat(read("node", "zipjs.mjs", "read", archive)).isEqualTo(expected());
    }

    @Tag("slow")
    @ParameterizedTest
    @ValueSource(strings = {"1", "2", "3", "traditional", "none"})
    void weReadWhatZipJsWrites(String strength) throws Exception {
        Outside.run(folder, PASSWORD, "node", "zipjs.mjs", "write", archive, dig, strength);
        assertThat(ours(PASSWORD)).isEqualTo(withoutLinks());
    }

    /** Both writers follow links, or leave them out. */
    private Map<String, String> withoutLinks() throws Exception {
        Map<String, String> expected = expected();
        expected.remove("dig/latest.csv");
        return expected;
    }

    private Map<String, String> ours(String password) throws Exception {
        Map<String, String> read = new TreeMap<>();
        try (OpenedArchive reader = Jobs.open(archive, password)) {
            for (var entry : reader.listing().entries()) {
                byte[] bytes = TestTrees.read(reader, entry);
                byte[] digest = MessageDigest.getInstance("SHA-256").digest(bytes);
                read.put(entry.path(), bytes.length + "\t" + HexFormat.of().formatHex(digest));
            }
        }
        read.remove("dig/latest.csv");
        return read;
    }
}
