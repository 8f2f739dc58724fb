package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.edit.PendingChanges;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.FileHeader;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.AesKeyStrength;
import net.lingala.zip4j.model.enums.AesVersion;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Independent libraries read what was changed or locked anew, and wrote what is changed. */
class RewrittenOutsideTest {
    private static final String PASSWORD = "ebb";

    @TempDir Path folder;
    private Path archive;
    private final Map<String, byte[]> contents = new TreeMap<>();

    @BeforeEach
    void make() {
        archive = folder.resolve("a.zip");
        byte[] large = new byte[9_000_000];
        new Random(5).nextBytes(large);
        Arrays.fill(large, 50_000, 350_000, (byte) 1);
        contents.put("film.raw", large);
        contents.put("levels.csv", "point;level\n".repeat(9_000).getBytes(StandardCharsets.UTF_8));
        contents.put("photographs/C-104.txt", "hearth".getBytes(StandardCharsets.UTF_8));
        contents.put("empty.txt", new byte[0]);
    }

    /** Takes one out, renames one, puts one in: in the archive and in what is expected. */
    private void change(boolean locked) throws IOException {
        Path file = Files.writeString(folder.resolve("diary.txt"), "flood at six");
        PendingChanges changes;
        try (OpenedArchive reader = Jobs.open(archive, PASSWORD)) {
            changes = new PendingChanges(reader.listing().entries());
        }
        changes.remove(List.of("levels.csv"));
        changes.move("photographs", "Fotos №1");
        changes.put(TestTrees.scan(file).items());
        try (Secret secret = TestTrees.secret(PASSWORD)) {
            new ChangeJob(
                            new RewriteTarget(archive, archive),
                            locked ? Optional.of(secret) : Optional.empty(),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run(changes.plan());
        }
        contents.remove("levels.csv");
        contents.put("Fotos №1/C-104.txt", contents.remove("photographs/C-104.txt"));
        contents.put("diary.txt", Files.readAllBytes(file));
    }

    private void relock(boolean locked, Protection after) throws IOException {
        RelockRequest request =
                new RelockRequest(
                        RewriteTarget.inPlace(archive), after, Names.VISIBLE, Optional.empty());
        try (Secret secret = TestTrees.secret(PASSWORD)) {
            new RelockJob(request, ProgressListener.none(), CancelToken.never())
                    .run(
                            locked ? Optional.of(secret) : Optional.empty(),
                            after.needsPassword() ? Optional.of(secret) : Optional.empty());
        }
    }

    private void writeWithZip4j(EncryptionMethod method, AesVersion version) throws IOException {
        ZipParameters parameters = new ZipParameters();
        parameters.setEncryptFiles(method != EncryptionMethod.NONE);
        parameters.setEncryptionMethod(method);
        parameters.setAesKeyStrength(AesKeyStrength.KEY_STRENGTH_256);
        parameters.setAesVersion(version);
        try (ZipFile zip = new ZipFile(archive.toFile(), PASSWORD.toCharArray())) {
            for (var entry : contents.entrySet()) {
                parameters.setFileNameInZip(entry.getKey());
                zip.addStream(new ByteArrayInputStream(entry.getValue()), parameters);
            }
        }
    }

    private Map<String, byte[]> byZip4j() throws IOException {
        Map<String, byte[]> read = new TreeMap<>();
        try (ZipFile zip = new ZipFile(archive.toFile(), PASSWORD.toCharArray())) {
            for (FileHeader header : zip.getFileHeaders()) {
                try (InputStream in = zip.getInputStream(header)) {
                    read.put(header.getFileName(), in.readAllBytes());
                }
            }
        }
        return read;
    }

    private Map<String, byte[]> byCommonsCompress() throws IOException {
        Map<String, byte[]> read = new TreeMap<>();
        try (var zip =
                org.apache.commons.compress.archivers.zip.ZipFile.builder()
                        .setPath(archive)
                        .get()) {
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                try (InputStream in = zip.getInputStream(entry)) {
                    read.put(entry.getName(), in.readAllBytes());
                }
            }
        }
        return read;
    }

    private void assertContents(Map<String, byte[]> read) {
        assertThat(read.keySet()).isEqualTo(contents.keySet());
        contents.forEach((name, bytes) -> assertThat(read.get(name)).as(name).isEqualTo(bytes));
    }

    @ParameterizedTest
    @CsvSource({"AES, ONE", "AES, TWO", "ZIP_STANDARD, TWO", "NONE, TWO"})
    void zip4jReadsWhatItWroteAndWeChanged(EncryptionMethod method, AesVersion version)
            throws IOException {
        writeWithZip4j(method, version);
        change(method != EncryptionMethod.NONE);
        assertContents(byZip4j());
    }

    @Tag("slow")
    @ParameterizedTest
    @CsvSource({"AES, ONE", "AES, TWO", "ZIP_STANDARD, TWO", "NONE, TWO"})
    void zip4jReadsWhatItWroteAndWeLockedAnew(EncryptionMethod method, AesVersion version)
            throws IOException {
        writeWithZip4j(method, version);
        relock(method != EncryptionMethod.NONE, Protection.AES_128);
        assertContents(byZip4j());
    }

    @ParameterizedTest
    @CsvSource({"AES, ONE", "AES, TWO", "ZIP_STANDARD, TWO"})
    void commonsCompressReadsWhatWasUnlockedForGood(EncryptionMethod method, AesVersion version)
            throws IOException {
        writeWithZip4j(method, version);
        relock(true, Protection.NONE);
        assertContents(byCommonsCompress());
    }

    @Test
    void commonsCompressReadsWhatItWroteAsAStreamAndWeChanged() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(bytes)) {
            zip.setComment("a note of theirs");
            for (var entry : contents.entrySet()) {
                ZipArchiveEntry header = new ZipArchiveEntry(entry.getKey());
                header.setComment("about " + entry.getKey());
                zip.putArchiveEntry(header); // sizes and checksum come behind the data
                zip.write(entry.getValue());
                zip.closeArchiveEntry();
            }
        }
        Files.write(archive, bytes.toByteArray());
        change(false);
        assertContents(byCommonsCompress());
        try (var zip =
                org.apache.commons.compress.archivers.zip.ZipFile.builder()
                        .setPath(archive)
                        .get()) {
            assertThat(zip.getEntry("film.raw").getComment()).isEqualTo("about film.raw");
        }
        assertThat(new ZipFile(archive.toFile()).getComment()).isEqualTo("a note of theirs");
    }

    @Test
    void namesInCodePage437StayReadable() throws IOException {
        try (var zip =
                new java.util.zip.ZipOutputStream(
                        Files.newOutputStream(archive), Charset.forName("IBM437"))) {
            zip.putNextEntry(new java.util.zip.ZipEntry("Gr\u00fcbchen.txt"));
            zip.write(1);
            zip.closeEntry();
            zip.putNextEntry(new java.util.zip.ZipEntry("levels.csv"));
            zip.closeEntry();
            zip.putNextEntry(new java.util.zip.ZipEntry("photographs/C-104.txt"));
            zip.closeEntry();
        }
        contents.put("photographs/C-104.txt", new byte[0]);
        change(false);
        relock(false, Protection.AES_256);
        try (OpenedArchive reader = Jobs.open(archive, PASSWORD)) {
            assertThat(reader.listing().entries())
                    .extracting(entry -> entry.path())
                    .containsExactly("Grübchen.txt", "Fotos №1/C-104.txt", "diary.txt");
        }
    }

    /** A program that unpacks itself, for example. */
    @Test
    void whatStandsBeforeTheArchiveStays() throws IOException {
        writeWithZip4j(EncryptionMethod.AES, AesVersion.TWO);
        byte[] bytes = Files.readAllBytes(archive);
        byte[] shifted = new byte[bytes.length + 777];
        Arrays.fill(shifted, 0, 777, (byte) '#');
        System.arraycopy(bytes, 0, shifted, 777, bytes.length);
        Files.write(archive, shifted);
        change(true);
        byte[] now = Files.readAllBytes(archive);
        assertThat(Arrays.copyOf(now, 777)).isEqualTo(Arrays.copyOf(shifted, 777));
        assertContents(byZip4j());
    }

    @Tag("slow")
    @ParameterizedTest
    @EnumSource(
            value = Protection.class,
            names = {"AES_128", "AES_256"})
    void zip4jReadsTheHiddenFormInTwoSteps(Protection protection) throws IOException {
        writeWithZip4j(EncryptionMethod.AES, AesVersion.TWO);
        RelockRequest request =
                new RelockRequest(
                        RewriteTarget.inPlace(archive), protection, Names.HIDDEN, Optional.empty());
        try (Secret secret = TestTrees.secret(PASSWORD)) {
            new RelockJob(request, ProgressListener.none(), CancelToken.never())
                    .run(Optional.of(secret), Optional.of(secret));
        }
        change(true);
        Map<String, byte[]> outer = byZip4j();
        assertThat(outer).containsOnlyKeys("contents.zip");
        Files.write(archive, outer.get("contents.zip"));
        assertContents(byZip4j());
    }

    @Test
    void ourOwnOptionsAreKept() throws IOException {
        Path file = Files.write(folder.resolve("film.raw"), contents.get("film.raw"));
        Jobs.pack(archive, PackOptions.STANDARD, PASSWORD, file);
        relock(true, Protection.AES_192);
        Map<String, byte[]> read = byZip4j();
        assertThat(read.get("film.raw")).isEqualTo(contents.get("film.raw"));
    }
}
