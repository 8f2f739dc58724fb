package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import net.lingala.zip4j.ZipFile;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CommandLineTest {
    private static final String FROM_KEY = "--password-from=env:KEY";

    @TempDir Path folder;
    private Path dig;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        dig = Files.createDirectories(folder.resolve("dig/to-be-scanned")).getParent();
        Files.writeString(dig.resolve("levels.csv"), "point;level\n".repeat(2_000));
        Files.writeString(dig.resolve("№ ü.txt"), "find");
        archive = folder.resolve("a.zip");
    }

    private Run pack(Object... more) {
        List<Object> arguments = new ArrayList<>(List.of("pack", dig, "-o", archive, FROM_KEY));
        arguments.addAll(List.of(more));
        return Run.of(arguments.toArray());
    }

    @Test
    void packsListsVerifiesExtracts() throws IOException {
        Run packed = pack();
        assertThat(packed.code()).as(packed.err()).isZero();
        assertThat(packed.out()).contains("4 items").contains("proved: 4 of 4 identical");
        assertThat(packed.err()).contains("still readable");

        Run listed = Run.of("list", archive);
        assertThat(listed.code()).isZero();
        assertThat(listed.out().lines()).hasSize(4);
        assertThat(listed.out()).contains("dig/№ ü.txt").contains("AES-256");

        Run verified = Run.of("verify", archive, "--against", folder, FROM_KEY);
        assertThat(verified.code()).as(verified.out()).isZero();
        assertThat(verified.out()).contains("identical: 4 of 4");

        Path out = folder.resolve("out");
        Run extracted = Run.of("extract", archive, "-d", out, FROM_KEY);
        assertThat(extracted.code()).isZero();
        assertThat(out.resolve("dig/levels.csv")).hasSameBinaryContentAs(dig.resolve("levels.csv"));
        assertThat(out.resolve("dig/to-be-scanned")).isDirectory();
    }

    @Test
    void passwordComesFromStandardInputOrAFile() throws IOException {
        Run packed =
                Run.withInput(
                        "from stdin\nsecond line\n",
                        "pack",
                        dig,
                        "-o",
                        archive,
                        "--password-from",
                        "stdin");
        assertThat(packed.code()).as(packed.err()).isZero();
        Path key = Files.writeString(folder.resolve("key"), "from stdin\r\nother");
        assertThat(Run.of("verify", archive, "--password-from", "file:" + key).code()).isZero();
    }

    @Test
    void thereIsNoWayToGiveAPasswordAsAnArgument() {
        assertThat(Run.of("pack", dig, "-o", archive, "--password", "x").code()).isEqualTo(2);
        assertThat(Run.of("pack", dig, "-o", archive, "--password-from", "x").code()).isEqualTo(2);
        assertThat(archive).doesNotExist();
    }

    @Test
    void missingPasswordIs3() {
        pack();
        assertThat(Run.of("verify", archive).code()).isEqualTo(3);
        assertThat(Run.of("verify", archive, "--password-from", "env:NONE").code()).isEqualTo(3);
        Run empty =
                Run.withInput(
                        "\n",
                        "pack",
                        dig,
                        "-o",
                        folder.resolve("b.zip"),
                        "--password-from",
                        "stdin");
        assertThat(empty.code()).isEqualTo(3);
        assertThat(folder.resolve("b.zip")).doesNotExist();
    }

    @Test
    void passwordFrom_aFolder_saysThatItIsAFolder() {
        pack();
        Run run = Run.of("verify", archive, "--password-from", "file:" + dig);
        assertThat(run.code()).isEqualTo(3);
        assertThat(run.err()).contains("folder");
    }

    @Test
    void wrongPasswordIs3AndSaysWhatToDo() {
        pack();
        Run run =
                Run.of(
                        "extract",
                        archive,
                        "-d",
                        folder.resolve("out"),
                        "--password-from=env:WRONG");
        assertThat(run.code()).isEqualTo(3);
        assertThat(run.err().lines()).hasSize(3);
        assertThat(run.err()).contains("does not open").contains("Try again");
        assertThat(folder.resolve("out")).doesNotExist();
    }

    @Test
    void damageIs4AndNotCalledAWrongPassword() throws IOException {
        pack("--level=store");
        byte[] bytes = Files.readAllBytes(archive);
        bytes[5_000] ^= 1;
        Files.write(archive, bytes);
        Run verified = Run.of("verify", archive, FROM_KEY);
        assertThat(verified.code()).isEqualTo(4);
        assertThat(verified.out()).contains("damaged: dig/levels.csv").contains("whole: 3 of 4");
        Run extracted = Run.of("extract", archive, "-d", folder.resolve("out"), FROM_KEY);
        assertThat(extracted.code()).isEqualTo(4);
        assertThat(folder.resolve("out/dig/levels.csv")).doesNotExist();
        assertThat(folder.resolve("out/dig/№ ü.txt")).hasContent("find");
    }

    @Test
    void cutArchiveIs4() throws IOException {
        pack();
        byte[] bytes = Files.readAllBytes(archive);
        Files.write(archive, java.util.Arrays.copyOf(bytes, bytes.length - 30));
        Run run = Run.of("list", archive);
        assertThat(run.code()).isEqualTo(4);
        assertThat(run.err()).contains("its end is missing");
    }

    @Test
    void takenNameIs5UnlessReplacing() {
        pack();
        assertThat(pack().code()).isEqualTo(5);
        assertThat(pack("--on-existing", "replace").code()).isZero();
    }

    @Test
    void conflictIs5UnlessARuleIsGiven() throws IOException {
        pack();
        assertThat(Run.of("extract", archive, "-d", folder, FROM_KEY).code()).isEqualTo(5);
        Run kept = Run.of("extract", archive, "-d", folder, FROM_KEY, "--on-conflict", "keep-both");
        assertThat(kept.code()).isZero();
        assertThat(dig.resolve("levels (2).csv")).exists();
        Files.writeString(dig.resolve("levels.csv"), "mine");
        Run.of("extract", archive, "-d", folder, FROM_KEY, "--on-conflict", "skip");
        assertThat(dig.resolve("levels.csv")).hasContent("mine");
        Run.of("extract", archive, "-d", folder, FROM_KEY, "--on-conflict", "overwrite");
        assertThat(dig.resolve("levels.csv")).content().startsWith("point");
    }

    @Test
    void unreadableInputIs6AndTheRestIsPacked() {
        Run run = pack(folder.resolve("nowhere.txt"));
        assertThat(run.code()).isEqualTo(6);
        assertThat(run.err()).contains("left out").contains("nowhere.txt");
        assertThat(Run.of("verify", archive, FROM_KEY).code()).isZero();
    }

    @Test
    void unsafeNamesAre7AndTheRestComesOut() throws IOException {
        try (var zip = new java.util.zip.ZipOutputStream(Files.newOutputStream(archive))) {
            zip.putNextEntry(new java.util.zip.ZipEntry("../climb.txt"));
            zip.closeEntry();
            zip.putNextEntry(new java.util.zip.ZipEntry("good.txt"));
            zip.closeEntry();
        }
        Run run = Run.of("extract", archive, "-d", folder.resolve("out"));
        assertThat(run.code()).isEqualTo(7);
        assertThat(run.err()).contains("refused: ../climb.txt");
        assertThat(folder.resolve("out/good.txt")).exists();
        assertThat(folder.resolve("climb.txt")).doesNotExist();
    }

    @Test
    void verifyAgainstChangedOriginalsIs1() throws IOException {
        pack();
        Files.writeString(dig.resolve("levels.csv"), "changed");
        Files.delete(dig.resolve("№ ü.txt"));
        Files.writeString(dig.resolve("new.txt"), "new");
        Run run = Run.of("verify", archive, "--against", folder, FROM_KEY);
        assertThat(run.code()).isEqualTo(1);
        assertThat(run.out())
                .contains("original changed since: dig/levels.csv")
                .contains("original gone: dig/№ ü.txt")
                .contains("not in the archive: dig/new.txt");
    }

    @Test
    void hiddenNamesAreShownOnlyWithThePassword() throws IOException {
        Run packed = pack("--hide-names");
        assertThat(packed.code()).as(packed.err()).isZero();
        assertThat(packed.out()).contains("proved: 4 of 4 identical");
        Run locked = Run.of("list", archive);
        assertThat(locked.code()).isZero();
        assertThat(locked.out()).contains("contents.zip").doesNotContain("levels");
        assertThat(locked.err()).contains("names inside are hidden");
        assertThat(Run.of("list", archive, FROM_KEY).out()).contains("dig/levels.csv");
        assertThat(Run.of("list", archive, "--password-from=env:WRONG").code()).isEqualTo(3);
        assertThat(Run.of("verify", archive, "--against", folder, FROM_KEY).code()).isZero();
        Path out = folder.resolve("out");
        assertThat(Run.of("extract", archive, "-d", out, FROM_KEY).code()).isZero();
        assertThat(out.resolve("dig/№ ü.txt")).hasContent("find");
    }

    @Test
    void changedArchiveWithHiddenNamesGivesNothingOut() throws IOException {
        byte[] noise = new byte[2_000_000];
        new java.util.Random(1).nextBytes(noise);
        Files.write(dig.resolve("film.raw"), noise);
        pack("--hide-names", "--level=store");
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        assertThat(Run.of("verify", archive, FROM_KEY).code()).isEqualTo(4);
        Path out = folder.resolve("out");
        assertThat(Run.of("extract", archive, "-d", out, FROM_KEY).code()).isEqualTo(4);
        assertThat(out).doesNotExist();
    }

    @Test
    void hiddenNamesNeedAPassword() {
        assertThat(Run.of("pack", dig, "-o", archive, "--hide-names", "--no-password").code())
                .isEqualTo(2);
    }

    @Test
    void wrongArgumentsAre2() {
        assertThat(Run.of().code()).isEqualTo(2);
        assertThat(Run.of("pack").code()).isEqualTo(2);
        assertThat(Run.of("pack", dig, "-o", archive, "--cipher", "rot13").code()).isEqualTo(2);
        assertThat(Run.of("list").code()).isEqualTo(2);
        assertThat(Run.of("polish", archive).code()).isEqualTo(2);
    }

    @Test
    void patternThatMatchesNothingIs2() {
        pack();
        assertThat(Run.of("extract", archive, FROM_KEY, "--only", "*.xyz").code()).isEqualTo(2);
    }

    @Test
    void onlyTakesWhatMatches() {
        pack();
        Path out = folder.resolve("out");
        assertThat(Run.of("extract", archive, "-d", out, FROM_KEY, "--only", "*.csv").code())
                .isZero();
        assertThat(out.resolve("dig/levels.csv")).exists();
        assertThat(out.resolve("dig/№ ü.txt")).doesNotExist();
    }

    @Test
    void helpShowsExamplesAndExitCodes() {
        Run help = Run.of("--help");
        assertThat(help.code()).isZero();
        assertThat(help.out()).contains("Examples").contains("130  cancelled");
        for (String command : List.of("pack", "list", "extract", "verify")) {
            Run one = Run.of(command, "--help");
            assertThat(one.code()).isZero();
            assertThat(one.out()).contains("Example").contains("--password-from");
        }
    }

    @Test
    void ciphersAreWhatTheySay() throws IOException {
        for (String cipher : List.of("aes-128", "aes-192", "aes-256")) {
            pack("--cipher", cipher, "--on-existing", "replace");
            try (ZipFile zip = new ZipFile(archive.toFile())) {
                String strength =
                        zip.getFileHeader("dig/levels.csv")
                                .getAesExtraDataRecord()
                                .getAesKeyStrength()
                                .name();
                assertThat(strength).endsWith(cipher.substring(4));
            }
        }
    }

    @Test
    void withoutPasswordAnyToolOpensIt() throws IOException {
        Run run = Run.of("pack", dig, "-o", archive, "--no-password", "--level", "small");
        assertThat(run.code()).isZero();
        try (java.util.zip.ZipFile zip = new java.util.zip.ZipFile(archive.toFile())) {
            assertThat(zip.getInputStream(zip.getEntry("dig/levels.csv")).readAllBytes())
                    .hasSize(24_000);
        }
        assertThat(Run.of("verify", archive).code()).isZero();
    }

    @Test
    void jsonIsWholeAndAloneOnStandardOutput() throws IOException {
        assertThat(fieldNames(pack("--json").out()))
                .contains("archive", "archiveBytes", "complete", "proof", "identical");
        assertThat(fieldNames(Run.of("list", archive, "--json").out()))
                .contains("entries", "path", "protection", "modified", "method");
        assertThat(fieldNames(Run.of("verify", archive, FROM_KEY, "--json").out()))
                .contains("archiveIsWhole", "whole", "verdict");
    }

    private static List<String> fieldNames(String json) throws IOException {
        List<String> names = new ArrayList<>();
        try (JsonParser parser = new JsonFactory().createParser(json)) {
            JsonToken token;
            while ((token = parser.nextToken()) != null) {
                if (token == JsonToken.FIELD_NAME) {
                    names.add(parser.currentName());
                }
            }
        }
        return names;
    }

    @Test
    void namesCanNotMoveTheCursor() throws IOException {
        try (var zip = new java.util.zip.ZipOutputStream(Files.newOutputStream(archive))) {
            zip.putNextEntry(new java.util.zip.ZipEntry("\u001b[2Jgone\nfake line"));
            zip.closeEntry();
        }
        String out = Run.of("list", archive).out();
        assertThat(out).contains("\\u001b[2Jgone\\u000afake line");
        assertThat(out.lines()).hasSize(1);
    }

    @Test
    void progressBarIsOnlyForATerminal() {
        System.setProperty("lacuna.terminal", "true");
        try {
            assertThat(pack().err()).contains("Packing [").contains("Proving [");
        } finally {
            System.clearProperty("lacuna.terminal");
        }
        assertThat(pack("--on-existing=replace").err()).doesNotContain("Packing [");
    }

    @Test
    void splitArchiveOpensByAnyPartAndAMissingOneIsNamed() throws IOException {
        byte[] noise = new byte[350_000];
        new java.util.Random(1).nextBytes(noise);
        Files.write(dig.resolve("C-104.jpg"), noise);
        Run packed = pack("--split", "100KB");
        assertThat(packed.code()).as(packed.err()).isZero();
        assertThat(packed.err()).contains("in 4 parts");
        Path second = folder.resolve("a.z02");
        assertThat(Run.of("verify", second, FROM_KEY).code()).isZero();
        Files.delete(second);
        Run missing = Run.of("list", archive);
        assertThat(missing.code()).isEqualTo(1);
        assertThat(missing.err()).contains("a.z02");
    }

    @Test
    void splittingHasItsConditions() {
        assertThat(pack("--split", "5 apples").code()).isEqualTo(2);
        assertThat(pack("--split", "99999").code()).isEqualTo(2);
        assertThat(pack("--split", "1MB", "--on-existing", "replace").code()).isEqualTo(2);
        archive = folder.resolve("a.dat");
        assertThat(pack("--split", "1MB").code()).isEqualTo(2);
        assertThat(archive).doesNotExist();
    }

    @Test
    void hintIsShownToEverybodyAndSaidToBe() {
        Run packed = pack("--hint", "the number on the hut");
        assertThat(packed.err()).contains("Everybody who has the archive can read the hint");
        Run listed = Run.of("list", archive);
        assertThat(listed.err()).contains("Everybody can read this note: the number on the hut");
        Run verified = Run.of("verify", archive, FROM_KEY);
        assertThat(verified.code()).isZero();
        assertThat(verified.err()).contains("the number on the hut");
        assertThat(pack("--on-existing", "replace", "--hint", "bell \u0007").code()).isEqualTo(2);
    }

    @Test
    void traditionalCipherSaysWhyItIsWeakAndHidesNoNames() {
        Run packed = pack("--cipher", "traditional");
        assertThat(packed.code()).as(packed.err()).isZero();
        assertThat(packed.err()).contains("is weak");
        assertThat(Run.of("verify", archive, FROM_KEY).code()).isZero();
        Run hidden = pack("--cipher", "traditional", "--hide-names", "--on-existing", "replace");
        assertThat(hidden.code()).isEqualTo(2);
        assertThat(hidden.err()).contains("begins with known bytes");
    }

    @Test
    void newerMethodsComeBack() {
        for (String method : List.of("stored", "zstd", "xz")) {
            Run packed = pack("--method", method, "--on-existing", "replace");
            assertThat(packed.code()).as(packed.err()).isZero();
        }
        assertThat(pack("--method", "lzma").code()).isEqualTo(2);
    }

    @Test
    void rulesLeaveOut() throws IOException {
        Files.writeString(dig.resolve("Thumbs.db"), "x");
        Run packed = pack("--preset", "junk", "--exclude", "*.csv");
        assertThat(packed.code()).as("leaving out was wanted").isZero();
        assertThat(packed.err()).contains("Thumbs.db (by a rule)");
        assertThat(Run.of("list", archive).out()).doesNotContain("csv").doesNotContain("Thumbs");
    }

    @Test
    void salvageTakesOutWhatStillOpensAndEndsWith6() throws IOException {
        pack();
        byte[] bytes = Files.readAllBytes(archive);
        Files.write(archive, java.util.Arrays.copyOf(bytes, bytes.length * 2 / 3));
        assertThat(Run.of("extract", archive, FROM_KEY).code()).isEqualTo(4);
        Path out = folder.resolve("out");
        Run salvaged = Run.of("extract", archive, "--salvage", "-d", out, FROM_KEY);
        assertThat(salvaged.code()).as(salvaged.err()).isEqualTo(6);
        assertThat(out.resolve("dig/levels.csv")).hasSameBinaryContentAs(dig.resolve("levels.csv"));
        assertThat(salvaged.err()).contains("was authenticated");
    }

    @Test
    void exposureIsTheSameBeforeAndAfterwards() throws IOException {
        Run before = Run.of("exposure", dig, "-o", archive);
        assertThat(before.code()).as(before.err()).isZero();
        assertThat(before.out())
                .contains("the names of files and folders")
                .contains("dig/levels.csv")
                .contains("the unzip built into computers: no");
        pack();
        Run after = Run.of("list", archive, "--exposure");
        assertThat(after.code()).isZero();
        assertThat(after.out()).contains("the names of files and folders");
        Run hidden = Run.of("exposure", dig, "--hide-names");
        assertThat(hidden.out()).doesNotContain("levels").contains("in two steps");
        Run json = Run.of("exposure", dig, "--hide-names", "--json");
        assertThat(json.out()).contains("\"aes-unzip\" : \"in-two-steps\"");
    }
}
