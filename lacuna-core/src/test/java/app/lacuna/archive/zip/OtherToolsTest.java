package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Level;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.FileHeader;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.AesKeyStrength;
import net.lingala.zip4j.model.enums.AesVersion;
import net.lingala.zip4j.model.enums.CompressionMethod;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Independent libraries read what we write, and we read what they write. */
class OtherToolsTest {
    private static final String PASSWORD = "Düne 7 · ночь";

    @TempDir Path folder;

    private Map<String, byte[]> originals(Path dig) throws IOException {
        Map<String, byte[]> contents = new TreeMap<>();
        try (Stream<Path> all = Files.walk(dig)) {
            for (Path path : (Iterable<Path>) all::iterator) {
                String name = folder.relativize(path).toString();
                if (Files.isSymbolicLink(path)) {
                    contents.put(name, Files.readSymbolicLink(path).toString().getBytes());
                } else if (Files.isRegularFile(path)) {
                    contents.put(name, Files.readAllBytes(path));
                } else {
                    contents.put(name + "/", new byte[0]);
                }
            }
        }
        return contents;
    }

    @ParameterizedTest
    @MethodSource("app.lacuna.archive.zip.RoundTripTest#everyWay")
    void zip4jReadsOurs(Protection protection, Level level) throws IOException {
        Path dig = TestTrees.dig(folder);
        Path archive = folder.resolve("a.zip");
        TestTrees.pack(
                archive,
                PackOptions.STANDARD.withProtection(protection).withLevel(level),
                PASSWORD,
                dig);
        Map<String, byte[]> read = new TreeMap<>();
        try (ZipFile zip = new ZipFile(archive.toFile(), PASSWORD.toCharArray())) {
            assertThat(zip.isValidZipFile()).isTrue();
            for (FileHeader header : zip.getFileHeaders()) {
                try (InputStream in = zip.getInputStream(header)) {
                    read.put(header.getFileName(), in.readAllBytes());
                }
            }
        }
        assertSame(read, originals(dig));
    }

    @ParameterizedTest
    @EnumSource
    void commonsCompressReadsOursWithoutPassword(Level level) throws IOException {
        Path dig = TestTrees.dig(folder);
        Path archive = folder.resolve("a.zip");
        TestTrees.pack(
                archive,
                PackOptions.STANDARD.withProtection(Protection.NONE).withLevel(level),
                "",
                dig);
        Map<String, byte[]> read = new TreeMap<>();
        try (var zip =
                org.apache.commons.compress.archivers.zip.ZipFile.builder()
                        .setPath(archive)
                        .get()) {
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                try (InputStream in = zip.getInputStream(entry)) {
                    read.put(entry.getName(), in.readAllBytes());
                }
                assertThat(entry.isUnixSymlink()).isEqualTo(entry.getName().endsWith("latest.csv"));
                assertThat(entry.getUnixMode()).isPositive();
            }
        }
        assertSame(read, originals(dig));
    }

    @Test
    void commonsCompressReadsTheHeadersOfOurEncryptedOnes() throws IOException {
        Path dig = TestTrees.dig(folder);
        Path archive = TestTrees.pack(folder.resolve("a.zip"), PackOptions.STANDARD, "p", dig);
        try (var zip =
                org.apache.commons.compress.archivers.zip.ZipFile.builder()
                        .setPath(archive)
                        .get()) {
            ZipArchiveEntry entry = zip.getEntry("dig/levels.csv");
            assertThat(entry.getMethod()).isEqualTo(99);
            assertThat(entry.getGeneralPurposeBit().usesEncryption()).isTrue();
            assertThat(entry.getSize()).isEqualTo(Files.size(dig.resolve("levels.csv")));
            assertThat(entry.getLastModifiedTime().toInstant()).isEqualTo(TestTrees.TIME);
        }
    }

    /** This library refuses to write AES-192; it reads ours, above. */
    static Stream<Arguments> zip4jWays() {
        return Stream.of(AesKeyStrength.KEY_STRENGTH_128, AesKeyStrength.KEY_STRENGTH_256)
                .flatMap(
                        strength ->
                                Stream.of(AesVersion.values())
                                        .flatMap(
                                                version ->
                                                        Stream.of(
                                                                        CompressionMethod.STORE,
                                                                        CompressionMethod.DEFLATE)
                                                                .map(
                                                                        method ->
                                                                                Arguments.of(
                                                                                        strength,
                                                                                        version,
                                                                                        method))));
    }

    @ParameterizedTest
    @MethodSource("zip4jWays")
    void weReadWhatZip4jWrites(
            AesKeyStrength strength, AesVersion version, CompressionMethod method)
            throws IOException {
        ZipParameters parameters = new ZipParameters();
        parameters.setEncryptFiles(true);
        parameters.setEncryptionMethod(EncryptionMethod.AES);
        parameters.setAesKeyStrength(strength);
        parameters.setAesVersion(version);
        parameters.setCompressionMethod(method);
        Map<String, byte[]> originals =
                Map.of(
                        "Übersicht/№.csv", "point;level\n".repeat(9_000).getBytes(),
                        "one", new byte[] {1},
                        "empty.txt", new byte[0]);
        Path archive = folder.resolve("theirs.zip");
        try (ZipFile zip = new ZipFile(archive.toFile(), PASSWORD.toCharArray())) {
            for (var original : originals.entrySet()) {
                parameters.setFileNameInZip(original.getKey());
                zip.addStream(new ByteArrayInputStream(original.getValue()), parameters);
            }
        }
        assertSame(TestTrees.contents(archive, PASSWORD), originals);
    }

    @Test
    void weReadWhatTheJdkWrites() throws IOException {
        Path archive = folder.resolve("jdk.zip");
        try (var zip = new java.util.zip.ZipOutputStream(Files.newOutputStream(archive))) {
            zip.setComment("a comment");
            zip.putNextEntry(new java.util.zip.ZipEntry("finds/ü.txt")); // with a data descriptor
            zip.write("text".repeat(5_000).getBytes(StandardCharsets.UTF_8));
            zip.closeEntry();
            zip.putNextEntry(new java.util.zip.ZipEntry("to-be-scanned/"));
            zip.closeEntry();
        }
        Map<String, byte[]> read = TestTrees.contents(archive, "");
        assertThat(read.get("finds/ü.txt")).hasSize(20_000);
        assertThat(read).containsKey("to-be-scanned");
        try (ZipReader reader = ZipReader.open(archive)) {
            assertThat(reader.outside().comment()).isEqualTo("a comment");
        }
    }

    @Test
    void weReadNamesInCodePage437() throws IOException {
        Path archive = folder.resolve("old.zip");
        try (var zip =
                new java.util.zip.ZipOutputStream(
                        Files.newOutputStream(archive),
                        java.nio.charset.Charset.forName("IBM437"))) {
            zip.putNextEntry(new java.util.zip.ZipEntry("Gr\u00fcbchen.txt"));
            zip.closeEntry();
        }
        assertThat(TestTrees.contents(archive, "")).containsOnlyKeys("Grübchen.txt");
    }

    @Test
    void weReadAnArchiveBehindOtherData() throws IOException {
        Path dig = TestTrees.dig(folder);
        Path archive = TestTrees.pack(folder.resolve("a.zip"), PackOptions.STANDARD, "p", dig);
        byte[] bytes = Files.readAllBytes(archive);
        byte[] shifted = new byte[bytes.length + 777];
        System.arraycopy(bytes, 0, shifted, 777, bytes.length);
        Path behind = Files.write(folder.resolve("b.zip"), shifted);
        assertSame(TestTrees.contents(behind, "p"), TestTrees.contents(archive, "p"));
    }

    private static void assertSame(Map<String, byte[]> read, Map<String, byte[]> originals) {
        assertThat(read.keySet()).containsExactlyInAnyOrderElementsOf(originals.keySet());
        originals.forEach((name, bytes) -> assertThat(read.get(name)).as(name).isEqualTo(bytes));
    }
}
