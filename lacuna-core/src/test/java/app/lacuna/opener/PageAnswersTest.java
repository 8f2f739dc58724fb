package app.lacuna.opener;

import static org.assertj.core.api.Assertions.assertThat;

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
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What the page answers to wrong passwords, damage, and entries that others put in. */
class PageAnswersTest {
    @TempDir Path folder;
    private Path page;
    private Path script;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        page = folder.resolve("page.html");
        try (OutputStream out = Files.newOutputStream(page)) {
            new OpenerPage().write(out);
        }
        script = folder.resolve("cases.js");
        try (InputStream in = PageAnswersTest.class.getResourceAsStream("cases.js")) {
            Files.copy(in, script);
        }
        archive = folder.resolve("a.zip");
    }

    private JsonNode ask(List<String> passwords, boolean save) throws IOException {
        List<String> command =
                new ArrayList<>(
                        List.of(
                                "node",
                                script.toString(),
                                page.toString(),
                                archive.toString(),
                                new ObjectMapper().writeValueAsString(passwords)));
        if (save) {
            command.add("save");
        }
        return new ObjectMapper().readTree(Outside.run(folder, "", command));
    }

    private void pack(Protection protection, int count) throws IOException {
        Path finds = Files.createDirectory(folder.resolve("finds"));
        for (int i = 0; i < count; i++) {
            Files.writeString(finds.resolve("find " + i + ".txt"), "find number " + i);
        }
        PackOptions options =
                new PackOptions(
                        protection,
                        Names.VISIBLE,
                        Method.DEFLATE,
                        PackOptions.STANDARD.level(),
                        "");
        Jobs.pack(archive, options, "ebb", finds);
    }

    private static List<String> texts(JsonNode list) {
        List<String> texts = new ArrayList<>();
        list.forEach(each -> texts.add(each.asText()));
        return texts;
    }

    /** One wrong password in 256 passes the check byte of an entry: 60 of them let many pass. */
    @Tag("slow")
    @Test
    void unlock_withManyTraditionalEntries_refusesWrongPasswords() throws IOException {
        pack(Protection.TRADITIONAL, 60);
        List<String> wrong = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            wrong.add("wrong " + i);
        }
        List<String> tried = new ArrayList<>(wrong);
        tried.add("ebb");
        List<String> answers = texts(ask(tried, false).get("unlock"));
        assertThat(answers.subList(0, 40)).isEqualTo(Collections.nCopies(40, "wrong-password"));
        assertThat(answers.get(40)).isEqualTo("opens");
    }

    /** Signature, version, flags, method, lengths and name in the local header. */
    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3, 26, 30, 31, 32, 33})
    void unlock_withDamagedLocalHeader_reportsDamage(int at) throws IOException {
        Path file = Files.writeString(folder.resolve("six.txt"), "six and seven");
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", file);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[at] ^= 1;
        Files.write(archive, bytes);
        JsonNode answer = ask(List.of("ebb"), false);
        boolean opens = answer.get("open").asText().equals("opens");
        String said = opens ? answer.get("unlock").get(0).asText() : answer.get("open").asText();
        assertThat(said).contains("damaged").isNotEqualTo("wrong-password");
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1})
    void open_withDamagedCount_reportsDamage(int count) throws IOException {
        pack(Protection.AES_256, 1);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length - 22 + 10] = (byte) count;
        Files.write(archive, bytes);
        assertThat(ask(List.of(), false).get("open").asText()).contains("damaged");
    }

    @Test
    void open_withEndSignatureInComment_opens() throws IOException {
        pack(Protection.AES_256, 1);
        byte[] bytes = Files.readAllBytes(archive);
        byte[] comment = "note PK\5\6 and more of it, long enough".getBytes(StandardCharsets.UTF_8);
        bytes[bytes.length - 2] = (byte) comment.length;
        try (OutputStream out = Files.newOutputStream(archive)) {
            out.write(bytes);
            out.write(comment);
        }
        JsonNode answer = ask(List.of("ebb"), false);
        assertThat(answer.get("open").asText()).isEqualTo("opens");
        assertThat(answer.get("unlock").get(0).asText()).isEqualTo("opens");
    }

    @Test
    void saveAll_withUnprotectedEntryAmongProtected_leavesItOut() throws IOException {
        Path good = Files.writeString(folder.resolve("good.txt"), "packed");
        Path bad = Files.writeString(folder.resolve("evil.exe"), "put in by another person");
        ZipParameters locked = new ZipParameters();
        locked.setEncryptFiles(true);
        locked.setEncryptionMethod(EncryptionMethod.AES);
        try (ZipFile zip = new ZipFile(archive.toFile(), "ebb".toCharArray())) {
            zip.addFile(good.toFile(), locked);
            zip.addFile(bad.toFile(), new ZipParameters());
        }
        JsonNode answer = ask(List.of("ebb"), true);
        assertThat(answer.get("saved").asInt()).isEqualTo(1);
        assertThat(answer.get("unprotected").asInt()).isEqualTo(1);
        assertThat(savedModes()).hasSize(1);
    }

    private List<String> savedModes() throws IOException {
        List<String> found = new ArrayList<>();
        try (var zip =
                org.apache.commons.compress.archivers.zip.ZipFile.builder()
                        .setPath(archive + ".saved.zip")
                        .get()) {
            Collections.list(zip.getEntries())
                    .forEach(
                            e ->
                                    found.add(
                                            e.getName()
                                                    + " "
                                                    + Integer.toOctalString(e.getUnixMode())));
        }
        return found;
    }

    @Test
    void saveAll_withDangerousModes_masksOrLeavesOut() throws IOException {
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(archive)) {
            put(zip, "su", 0104755, "program");
            put(zip, "dir/inside", 0120777, "../su");
            put(zip, "out", 0120777, "../../etc/passwd");
            put(zip, "absolute", 0120777, "/etc/passwd");
            put(zip, "device", 0060666, "");
            put(zip, "pipe", 0010666, "");
        }
        JsonNode answer = ask(List.of(), true);
        assertThat(answer.get("unsafe").asInt()).isEqualTo(4);
        assertThat(savedModes()).containsExactly("su 100755", "dir/inside 120777");
    }

    private static void put(ZipArchiveOutputStream zip, String name, int mode, String text)
            throws IOException {
        ZipArchiveEntry entry = new ZipArchiveEntry(name);
        entry.setUnixMode(mode);
        zip.putArchiveEntry(entry);
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeArchiveEntry();
    }

    /** In UTF-8 the name has more bytes than a header can tell. */
    @Tag("slow")
    @Test
    void saveAll_withVeryLongName_shortensIt() throws IOException {
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(archive)) {
            zip.setEncoding("CP437");
            zip.setUseLanguageEncodingFlag(false);
            put(zip, "\u00fc".repeat(40_000), 0100644, "x");
            put(zip, "folder/".repeat(8_000) + "b.txt", 0100644, "y");
        }
        assertThat(ask(List.of(), true).get("saved").asInt()).isEqualTo(2);
        assertThat(savedModes()).hasSize(2).allMatch(name -> name.length() < 40_000);
    }

    /**
     * Characters that are not seen or change the order; the categories are Unicode's, chapter 4.5.
     */
    @ParameterizedTest
    @ValueSource(ints = {0x061C, 0x200B, 0x2028, 0x2060, 0xFEFF, 0x00AD, 0x202E, 0x7F})
    void shown_withInvisibleCharacter_replacesIt(int point) throws IOException {
        String test =
                "const html = require('fs').readFileSync(process.argv[1], 'utf8');"
                        + "const from = html.indexOf('const FORMAT_CONTROLS');"
                        + "const to = html.indexOf('/**', html.indexOf('function shown'));"
                        + "const shown = new Function(html.slice(from, to) + 'return shown')();"
                        + "console.log(shown('a' + String.fromCodePoint(+process.argv[2]) + 'b'));";
        List<String> command = List.of("node", "-e", test, page.toString(), String.valueOf(point));
        assertThat(Outside.run(folder, "", command).strip()).isEqualTo("a\ufffdb");
    }
}
