package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Archives in archives, entries that stand open, links as what is chosen, read-only targets. */
class UnusualArchivesTest {
    private static final String FROM_KEY = "--password-from=env:KEY";

    @TempDir Path folder;
    private Path notes;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        notes = Files.writeString(folder.resolve("notes.txt"), "square C-104");
        archive = folder.resolve("a.zip");
    }

    private Run pack(Object... arguments) {
        Object[] all = new Object[arguments.length + 4];
        all[0] = "pack";
        System.arraycopy(arguments, 0, all, 1, arguments.length);
        all[all.length - 3] = "-o";
        all[all.length - 2] = archive;
        all[all.length - 1] = FROM_KEY;
        return Run.of(all);
    }

    /** Puts a file without protection into an archive that has a password. */
    private void addUnprotected() throws IOException {
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            ZipParameters open = new ZipParameters();
            open.setFileNameInZip("put-there.txt");
            zip.addStream(
                    new ByteArrayInputStream("forged".getBytes(StandardCharsets.UTF_8)), open);
        }
    }

    @Test
    void anArchiveIsPackedAsAFileAndComesOutAsOne() throws IOException {
        Path inner = folder.resolve("inner.zip");
        assertThat(Run.of("pack", notes, "-o", inner, FROM_KEY).code()).isZero();

        Run packed = pack(inner);
        assertThat(packed.code()).as(packed.err()).isZero();
        assertThat(Run.of("list", archive).out()).contains("inner.zip").doesNotContain("notes");
        Path out = folder.resolve("out");
        assertThat(Run.of("extract", archive, "-d", out, FROM_KEY).code()).isZero();
        assertThat(out.resolve("inner.zip")).hasSameBinaryContentAs(inner);
    }

    @Test
    void theArchiveInsideIsLookedIntoWhenAsked() {
        Path inner = folder.resolve("inner.zip");
        assertThat(Run.of("pack", notes, "-o", inner, FROM_KEY).code()).isZero();
        assertThat(pack(inner).code()).isZero();

        Run inside = Run.of("extract", archive, "--inside", "-d", folder.resolve("in"), FROM_KEY);
        assertThat(inside.code()).as(inside.err()).isZero();
        assertThat(folder.resolve("in/notes.txt")).hasContent("square C-104");
    }

    @Test
    void aChangeThatLeavesOneArchiveLeavesItAFile() throws IOException {
        Path inner = folder.resolve("inner.zip");
        assertThat(Run.of("pack", notes, "-o", inner, FROM_KEY).code()).isZero();
        assertThat(pack(inner, notes).code()).isZero();

        Run changed = Run.of("change", archive, "--remove", "notes.txt", FROM_KEY);
        assertThat(changed.code()).as(changed.err()).isZero();
        Path out = folder.resolve("out");
        assertThat(Run.of("extract", archive, "-d", out, FROM_KEY).code()).isZero();
        assertThat(out.resolve("inner.zip")).hasSameBinaryContentAs(inner);
    }

    @Test
    void whatStandsOpenIsNotWhole() throws IOException {
        assertThat(pack(notes).code()).isZero();
        addUnprotected();

        Run verified = Run.of("verify", archive, FROM_KEY);
        assertThat(verified.code()).as(verified.out()).isEqualTo(4);
        assertThat(verified.out()).contains("put-there.txt");
        Run listed = Run.of("list", archive);
        assertThat(listed.out()).contains("put-there.txt");
        assertThat(Run.of("view", archive, "put-there.txt", FROM_KEY).code()).isEqualTo(4);

        Path out = folder.resolve("out");
        Run extracted = Run.of("extract", archive, "-d", out, FROM_KEY);
        assertThat(extracted.code()).as(extracted.err()).isEqualTo(4);
        assertThat(out.resolve("put-there.txt")).doesNotExist();
        assertThat(out.resolve("notes.txt")).hasSameBinaryContentAs(notes);

        Run wanted =
                Run.of(
                        "extract",
                        archive,
                        "--unprotected",
                        "--on-conflict",
                        "skip",
                        "-d",
                        out,
                        FROM_KEY);
        assertThat(wanted.code()).as(wanted.err()).isZero();
        assertThat(out.resolve("put-there.txt")).hasContent("forged");
    }

    @Test
    void anUnknownKindOfEncryptionIsNotAWrongPassword() throws IOException {
        assertThat(pack(notes).code()).isZero();
        byte[] bytes = Files.readAllBytes(archive);
        int vendors = 0;
        for (int i = 0; i + 11 < bytes.length; i++) {
            if (bytes[i] == 0x01 && (bytes[i + 1] & 0xff) == 0x99 && bytes[i + 2] == 7) {
                bytes[i + 6] = 'Q';
                vendors++;
            }
        }
        assertThat(vendors).isEqualTo(2);
        Files.write(archive, bytes);

        for (String command : new String[] {"verify", "extract"}) {
            Run run = Run.of(command, archive, FROM_KEY);
            assertThat(run.code()).as(command + run.err() + run.out()).isEqualTo(1);
            assertThat(run.err()).contains("does not read").contains("AES encryption");
        }
    }

    @Test
    void aRootThatIsALinkIsKeptAsOneOrFollowedWithASlash() throws IOException {
        Path dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("levels.csv"), "1;2");
        Path link = Files.createSymbolicLink(folder.resolve("dl"), Path.of("dig"));

        Run kept = pack(link);
        assertThat(kept.err()).contains("dl").contains("link");
        assertThat(Run.of("list", archive).out()).doesNotContain("levels.csv");
        Files.delete(archive);

        Run followed = pack(link + "/");
        assertThat(followed.code()).as(followed.err()).isZero();
        assertThat(Run.of("list", archive).out()).contains("dl/levels.csv");
    }

    @Test
    void aReadOnlyArchiveIsReplacedOnlyWhenAsked() throws IOException {
        assertThat(pack(notes).code()).isZero();
        byte[] before = Files.readAllBytes(archive);
        assertThat(archive.toFile().setReadOnly()).isTrue();

        Run refused = pack(notes, "--on-existing", "replace");
        assertThat(refused.code()).as(refused.err()).isEqualTo(5);
        assertThat(Run.of("change", archive, "--remove", "n*", FROM_KEY).code()).isEqualTo(5);
        assertThat(archive).hasBinaryContent(before);

        Run replaced = pack(notes, "--on-existing", "replace-even-read-only");
        assertThat(replaced.code()).as(replaced.err()).isZero();
    }

    @Test
    void anIncompleteArchiveReplacesNothing() throws IOException {
        assertThat(pack(notes).code()).isZero();
        byte[] before = Files.readAllBytes(archive);

        Run packed = pack(notes, folder.resolve("gone"), "--on-existing", "replace");

        assertThat(packed.code()).as(packed.err()).isEqualTo(6);
        assertThat(archive).hasBinaryContent(before);
        assertThat(folder.resolve("a (2).zip")).exists();
        assertThat(packed.err()).contains("a (2).zip");
    }

    @Test
    void namesComeFromAFileToo() throws IOException {
        Path odd = Files.writeString(folder.resolve("a=b[1].txt"), "x");
        assertThat(pack(odd, notes).code()).isZero();
        Path list =
                Files.writeString(
                        folder.resolve("names"), "a=b[1].txt\tc.txt\nnotes.txt\tn=1.txt\n");

        Run changed = Run.of("change", archive, "--rename-from", list, FROM_KEY);

        assertThat(changed.code()).as(changed.err()).isZero();
        assertThat(Run.of("list", archive).out()).contains("n=1.txt").doesNotContain("a=b");
    }

    @Test
    void aChangeSaysThatWhatFollowedTheArchiveIsGone() throws IOException {
        assertThat(pack(notes).code()).isZero();
        Path more = Files.writeString(folder.resolve("more.txt"), "more");
        Files.write(archive, new byte[100], java.nio.file.StandardOpenOption.APPEND);

        Run changed = Run.of("change", archive, "--add", more, FROM_KEY);

        assertThat(changed.code()).as(changed.err()).isZero();
        assertThat(changed.err()).contains("100 ");
    }

    @Test
    void moreThan999PartsNamesTheParts() throws IOException {
        Path large = folder.resolve("large");
        try (java.io.RandomAccessFile file = new java.io.RandomAccessFile(large.toFile(), "rw")) {
            file.setLength(101_000_000L);
        }

        Run packed = pack(large, "--method", "stored", "--split", "100KB");

        assertThat(packed.code()).as(packed.err()).isNotZero();
        assertThat(packed.err()).contains("999").contains("larger parts");
        assertThat(packed.err()).doesNotContain("--unlimited");
    }

    @Test
    void aFileThatOnlyLooksLikeALeftoverIsPacked() throws IOException {
        Path dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve(".lacuna-1-ff.part"), "mine");

        assertThat(pack(dig).code()).isZero();

        assertThat(Run.of("list", archive).out()).contains(".lacuna-1-ff.part");
    }

    @Test
    void aPathChosenTwiceIsPackedOnce() {
        Run packed = pack(notes, notes);
        assertThat(packed.code()).as(packed.err()).isZero();
        assertThat(Run.of("list", archive).out().lines()).hasSize(1);
    }

    @Test
    void theWorkIsDoneWhereAsked() throws IOException {
        Path work = Files.createDirectory(folder.resolve("work"));
        Run packed = pack(notes, "--work-in", work);
        assertThat(packed.code()).as(packed.err()).isZero();
        try (var left = Files.list(work)) {
            assertThat(left).isEmpty();
        }
        assertThat(Run.of("verify", archive, FROM_KEY).code()).isZero();
    }

    @Test
    void aFailedExtractLeavesNoNewFolder() {
        assertThat(pack(notes).code()).isZero();
        Path out = folder.resolve("new/deeper");
        Run extracted = Run.of("extract", archive, "-d", out, "--password-from=env:WRONG");
        assertThat(extracted.code()).isEqualTo(3);
        assertThat(folder.resolve("new")).doesNotExist();
    }
}
