package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.compression.Level;
import app.lacuna.failure.Damage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.WrongPassword;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.LeftOut;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.CompressionMethod;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** The layered form: names, sizes and dates of the contents are hidden. */
class LayeredTest {
    private static final PackOptions HIDDEN = PackOptions.STANDARD.withNames(Names.HIDDEN);

    @TempDir Path folder;
    private Path dig;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        dig = TestTrees.dig(folder);
        byte[] large = new byte[SmallEntries.MAX_BYTES + 3]; // packed in blocks
        new Random(5).nextBytes(large);
        Files.write(dig.resolve("film.raw"), large);
        Files.setLastModifiedTime(dig.resolve("film.raw"), FileTime.from(TestTrees.TIME));
        archive = folder.resolve("a.zip");
    }

    private void pack(PackOptions options, Path... roots) throws IOException {
        Files.deleteIfExists(archive);
        try (Secret secret = TestTrees.secret("hut");
                FileChannel channel =
                        FileChannel.open(
                                archive, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                ArchiveWriter writer =
                        ZipArchives.write(channel, options, Optional.of(secret), sameEveryTime())) {
            writer.addAll(TestTrees.scan(roots).items(), new TestWatch());
            writer.finish();
        }
    }

    /** So that a search for four bytes does not find them by chance on one day in a thousand. */
    private static SecureRandom sameEveryTime() {
        try {
            SecureRandom random = SecureRandom.getInstance("SHA1PRNG");
            random.setSeed(7);
            return random;
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private ArchiveReader open(String password) throws IOException {
        ArchiveReader reader = ZipArchives.open(archive);
        try (Secret secret = TestTrees.secret(password)) {
            reader.unlock(secret);
            return reader;
        } catch (IOException e) {
            reader.close();
            throw e;
        }
    }

    private Map<String, byte[]> contents() throws IOException {
        Map<String, byte[]> contents = new TreeMap<>();
        try (ArchiveReader reader = open("hut")) {
            for (ArchiveEntry entry : reader.listing().entries()) {
                contents.put(entry.path(), TestTrees.read(reader, entry));
            }
        }
        return contents;
    }

    private void assertIsDig(Map<String, byte[]> contents) throws IOException {
        assertThat(contents).hasSize(9);
        for (String name : List.of("levels.csv", "C-104.jpg", "film.raw", "発掘.txt")) {
            assertThat(contents.get("dig/" + name))
                    .as(name)
                    .isEqualTo(Files.readAllBytes(dig.resolve(name)));
        }
        assertThat(contents.get("dig/latest.csv")).asString().isEqualTo("levels.csv");
    }

    @ParameterizedTest
    @EnumSource
    void everythingComesBack(Level level) throws IOException {
        for (Protection protection :
                List.of(Protection.AES_128, Protection.AES_192, Protection.AES_256)) {
            pack(HIDDEN.withProtection(protection).withLevel(level), dig);
            assertIsDig(contents());
        }
    }

    @Test
    void lockedShowsOneEntryUnlockedShowsAll() throws IOException {
        pack(HIDDEN, dig);
        try (ArchiveReader reader = ZipArchives.open(archive);
                Secret secret = TestTrees.secret("hut")) {
            assertThat(reader.listing().names()).isEqualTo(Names.HIDDEN);
            assertThat(reader.listing().entries())
                    .extracting(ArchiveEntry::path)
                    .containsExactly("contents.zip");
            reader.unlock(secret);
            assertThat(reader.listing().names()).isEqualTo(Names.HIDDEN);
            assertThat(reader.listing().entries()).hasSize(9);
            assertThat(reader.listing().weakestProtection()).isEqualTo(Protection.AES_256);
            assertThat(reader.listing().entries().get(1).modified()).isEqualTo(TestTrees.TIME);
        }
    }

    /** Names, sizes as 32-bit numbers, and dates of the contents are nowhere in the bytes. */
    @Test
    void nothingOfTheContentsCanBeFoundInTheBytes() throws IOException {
        pack(HIDDEN, dig);
        assertThat(tracesIn(Files.readAllBytes(archive))).isEmpty();
        pack(PackOptions.STANDARD, dig);
        assertThat(tracesIn(Files.readAllBytes(archive)))
                .as("the same search finds them in a plain archive")
                .contains("name levels.csv", "size of levels.csv", "time of levels.csv");
    }

    private List<String> tracesIn(byte[] bytes) throws IOException {
        List<String> traces = new ArrayList<>();
        for (FileItem item : TestTrees.scan(dig).items()) {
            String name = item.source().getFileName().toString();
            if (name.length() > 4 && contains(bytes, name.getBytes(StandardCharsets.UTF_8))) {
                traces.add("name " + name);
            }
            if (item.size() > 1000 && contains(bytes, int32((int) item.size()))) {
                traces.add("size of " + name);
            }
            if (item.kind() == ItemKind.FILE
                    && contains(bytes, int32((int) item.modified().getEpochSecond()))) {
                traces.add("time of " + name);
            }
        }
        return traces;
    }

    private static byte[] int32(int value) {
        return ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt(value).array();
    }

    private static boolean contains(byte[] bytes, byte[] part) {
        for (int i = 0; i + part.length <= bytes.length; i++) {
            if (java.util.Arrays.equals(bytes, i, i + part.length, part, 0, part.length)) {
                return true;
            }
        }
        return false;
    }

    @Test
    void otherToolsOpenItInTwoSteps() throws IOException {
        pack(HIDDEN, dig);
        Path inner = folder.resolve("inner.zip");
        try (ZipFile zip = new ZipFile(archive.toFile(), "hut".toCharArray());
                InputStream in = zip.getInputStream(zip.getFileHeader("contents.zip"))) {
            Files.copy(in, inner);
        }
        Map<String, byte[]> read = new TreeMap<>();
        try (var zip =
                org.apache.commons.compress.archivers.zip.ZipFile.builder().setPath(inner).get()) {
            for (var entry : java.util.Collections.list(zip.getEntries())) {
                String name = entry.getName();
                read.put(
                        name.endsWith("/") ? name.substring(0, name.length() - 1) : name,
                        zip.getInputStream(entry).readAllBytes());
            }
        }
        assertIsDig(read);
    }

    /** Also where it was compressed once more, or is under traditional encryption. */
    @ParameterizedTest
    @CsvSource({"AES, STORE", "AES, DEFLATE", "ZIP_STANDARD, STORE", "ZIP_STANDARD, DEFLATE"})
    void nestedArchivesOfOthersOpenInOneStep(EncryptionMethod encryption, CompressionMethod method)
            throws IOException {
        Path inner =
                TestTrees.pack(
                        folder.resolve("inner.zip"),
                        PackOptions.STANDARD.withProtection(Protection.NONE),
                        "",
                        dig);
        ZipParameters parameters = new ZipParameters();
        parameters.setEncryptFiles(true);
        parameters.setEncryptionMethod(encryption);
        parameters.setCompressionMethod(method);
        parameters.setFileNameInZip("Backup.ZIP");
        try (ZipFile zip = new ZipFile(archive.toFile(), "hut".toCharArray())) {
            zip.addStream(new ByteArrayInputStream(Files.readAllBytes(inner)), parameters);
        }
        assertIsDig(contents());
    }

    @Test
    void fileThatOnlyIsCalledLikeAnArchiveIsShownAsItIs() throws IOException {
        Path odd = Files.writeString(folder.resolve("odd.zip"), "not an archive, only text here");
        pack(PackOptions.STANDARD.withLevel(Level.STORE), odd);
        assertThat(contents()).containsOnlyKeys("odd.zip");
    }

    @Test
    void wrongPasswordIsTold() throws IOException {
        pack(HIDDEN, dig);
        assertThatThrownBy(() -> open("hat")).isInstanceOf(WrongPassword.class);
    }

    @Test
    void isNotTrustedUntilItsCodeHasBeenChecked() throws IOException {
        pack(HIDDEN, dig);
        try (ArchiveReader reader = open("hut")) {
            assertThat(reader.isChecked()).isFalse();
            reader.check(ProgressListener.none(), CancelToken.never());
            assertThat(reader.isChecked()).isTrue();
        }
    }

    @Test
    void entryFromBeforeUnlockingIsRefusedAfterwards() throws IOException {
        pack(HIDDEN, dig);
        try (ArchiveReader reader = ZipArchives.open(archive);
                Secret secret = TestTrees.secret("hut")) {
            ArchiveEntry outer = reader.listing().entries().get(0);
            reader.unlock(secret);
            assertThatThrownBy(() -> reader.open(outer))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Test
    void smallOneIsCheckedAtOnce() throws IOException {
        pack(HIDDEN, dig.resolve("levels.csv"));
        try (ArchiveReader reader = open("hut")) {
            assertThat(reader.isChecked()).isTrue();
        }
    }

    /** In counter mode a flipped bit flips the same bit inside: only the code can notice. */
    @Test
    void changedByteIsNoticedByTheCheck() throws IOException {
        pack(HIDDEN.withLevel(Level.STORE), dig);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        try (ArchiveReader reader = open("hut")) {
            assertThatThrownBy(() -> reader.check(ProgressListener.none(), CancelToken.never()))
                    .isInstanceOfSatisfying(
                            DamagedArchive.class,
                            e ->
                                    assertThat(e.damage())
                                            .isEqualTo(Damage.AUTHENTICATION_OR_PASSWORD));
            assertThat(reader.isChecked()).isFalse();
        }
    }

    @Test
    void damagedInnerDirectoryIsDamageAndNotAWrongPassword() throws IOException {
        pack(HIDDEN, dig);
        byte[] bytes = Files.readAllBytes(archive);
        int end = bytes.length - 22;
        int directory = LocalBytes.int32(bytes, end + 16);
        bytes[directory - 10 - 100] ^= 1; // inside the central directory of the inner archive
        Files.write(archive, bytes);
        assertThatThrownBy(
                        () -> {
                            try (ArchiveReader reader = open("hut")) {
                                reader.check(ProgressListener.none(), CancelToken.never());
                            }
                        })
                .isInstanceOf(DamagedArchive.class);
    }

    @Test
    void sourceThatFailsLeavesNoEntry() throws IOException {
        FileItem gone =
                new FileItem(
                        folder.resolve("gone"),
                        "gone",
                        ItemKind.FILE,
                        50_000_000,
                        TestTrees.TIME,
                        0);
        try (Secret secret = TestTrees.secret("hut");
                FileChannel channel =
                        FileChannel.open(
                                archive, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                ArchiveWriter writer =
                        ZipArchives.write(
                                channel, HIDDEN, Optional.of(secret), new SecureRandom())) {
            TestWatch watch = new TestWatch();
            FileItem levels = TestTrees.scan(dig.resolve("levels.csv")).items().get(0);
            writer.addAll(List.of(gone, levels), watch);
            assertThat(watch.leftOut)
                    .extracting(LeftOut::reason)
                    .containsExactly(LeftOut.Reason.GONE);
            writer.finish();
        }
        assertThat(contents()).containsOnlyKeys("levels.csv");
    }

    @Test
    void listingDecryptsOnlyWhatItNeeds() throws IOException {
        pack(HIDDEN.withLevel(Level.STORE), dig);
        long[] read = {0};
        try (FileSource file = new FileSource(archive)) {
            ByteSource counting =
                    new ByteSource() {
                        @Override
                        public int read(ByteBuffer into, long position) throws IOException {
                            int count = file.read(into, position);
                            read[0] += Math.max(0, count);
                            return count;
                        }

                        @Override
                        public long size() throws IOException {
                            return file.size();
                        }

                        @Override
                        public void close() {}
                    };
            ZipReader outer = ZipReader.open(archive, counting, Names.VISIBLE, Limits.STANDARD);
            assertThat(outer.listing().entries()).hasSize(1);
        }
        assertThat(read[0]).isLessThan(300_000).isLessThan(Files.size(archive) / 8);
    }
}
