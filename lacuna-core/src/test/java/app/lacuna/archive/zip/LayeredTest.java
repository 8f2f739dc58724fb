package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Level;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.WrongPassword;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
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
import org.junit.jupiter.api.Tag;
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

    private OpenedArchive open(String password) throws IOException {
        return open(password, Nested.AS_A_FILE);
    }

    private OpenedArchive open(String password, Nested nested) throws IOException {
        return OpenedFile.of(ZipArchives.open(archive, Limits.STANDARD, nested), password);
    }

    private Map<String, byte[]> contents() throws IOException {
        return contents(Nested.AS_A_FILE);
    }

    private Map<String, byte[]> contents(Nested nested) throws IOException {
        Map<String, byte[]> contents = new TreeMap<>();
        try (OpenedArchive reader = open("hut", nested)) {
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
        try (ArchiveReader locked = ZipArchives.open(archive)) {
            assertThat(locked.outside().names()).isEqualTo(Names.HIDDEN);
            assertThat(locked.outside().entries())
                    .extracting(ArchiveEntry::path)
                    .containsExactly("contents.zip");
        }
        try (OpenedArchive reader = open("hut")) {
            assertThat(reader.listing().names()).isEqualTo(Names.HIDDEN);
            assertThat(reader.listing().entries()).hasSize(9);
            assertThat(reader.listing().weakestProtection()).isEqualTo(Protection.AES_256);
            assertThat(reader.listing().entries().get(1).modified()).isEqualTo(TestTrees.TIME);
        }
    }

    /** Names, sizes as 32-bit numbers, and dates of the contents are nowhere in the bytes. */
    @Tag("slow")
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
    void nestedArchivesOfOthersOpenInOneStepWhenThatIsAskedFor(
            EncryptionMethod encryption, CompressionMethod method) throws IOException {
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
        assertIsDig(contents(Nested.LOOK_INSIDE));
        assertThat(contents()).containsOnlyKeys("Backup.ZIP");
        assertThat(contents().get("Backup.ZIP")).isEqualTo(Files.readAllBytes(inner));
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
        try (OpenedArchive reader = open("hut")) {
            assertThat(reader.isChecked()).isFalse();
            reader.check(ProgressListener.none(), CancelToken.never());
            assertThat(reader.isChecked()).isTrue();
        }
    }

    @Test
    void entryFromBeforeUnlockingIsRefusedAfterwards() throws IOException {
        pack(HIDDEN, dig);
        try (OpenedArchive reader = open("hut")) {
            ArchiveEntry outer = reader.outside().entries().get(0);
            assertThatThrownBy(() -> reader.open(outer))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Test
    void smallOneIsCheckedAtOnce() throws IOException {
        pack(HIDDEN, dig.resolve("levels.csv"));
        try (OpenedArchive reader = open("hut")) {
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
        try (OpenedArchive reader = open("hut")) {
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
                            try (OpenedArchive reader = open("hut")) {
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
            assertThat(outer.outside().entries()).hasSize(1);
        }
        assertThat(read[0]).isLessThan(300_000).isLessThan(Files.size(archive) / 8);
    }

    private Path innerZip(String name, String password) throws IOException {
        PackOptions options =
                PackOptions.STANDARD.withProtection(
                        password.isEmpty() ? Protection.NONE : Protection.AES_256);
        return TestTrees.pack(folder.resolve(name), options, password, dig);
    }

    /** Also one that is called just like the one that hides names, and is stored. */
    @ParameterizedTest
    @CsvSource({"photographs.zip, STORE", "contents.zip, STORE", "contents.zip, BALANCED"})
    void aSingleArchiveIsAFileLikeOthers(String name, Level level) throws IOException {
        Path single = innerZip(name, "");
        pack(PackOptions.STANDARD.withLevel(level), single);
        assertThat(contents()).containsOnlyKeys(name);
        assertThat(contents().get(name)).isEqualTo(Files.readAllBytes(single));
        pack(HIDDEN.withLevel(level), single);
        assertThat(contents()).containsOnlyKeys(name);
        assertThat(contents().get(name)).isEqualTo(Files.readAllBytes(single));
    }

    @Test
    void anInnerArchiveWithTheSamePasswordOpensWithIt() throws IOException {
        Path inner = innerZip("inner.zip", "hut");
        pack(PackOptions.STANDARD.withLevel(Level.STORE), inner);
        assertIsDig(contents(Nested.LOOK_INSIDE));
    }

    @Test
    void anInnerArchiveWithAnotherPasswordIsAFile() throws IOException {
        Path inner = innerZip("inner.zip", "another");
        pack(PackOptions.STANDARD.withLevel(Level.STORE), inner);
        assertThat(contents(Nested.LOOK_INSIDE)).containsOnlyKeys("inner.zip");
    }

    /** Somebody who can write to the file changes it after it has been checked. */
    @Test
    void whatIsReadAfterTheCheckIsWhatWasChecked() throws IOException {
        pack(HIDDEN.withLevel(Level.STORE), dig);
        byte[] bytes = Files.readAllBytes(archive);
        try (OpenedArchive reader = open("hut")) {
            reader.check(ProgressListener.none(), CancelToken.never());
            ArchiveEntry film = entry(reader, "film.raw");
            assertThat(TestTrees.read(reader, film)).hasSize((int) film.size());
            // CRC-32 is linear: these five bytes changed together leave it as it was.
            int at = bytes.length / 2;
            byte[] pattern = {1, (byte) 0x41, (byte) 0x11, (byte) 0xdb, (byte) 0x76};
            for (int i = 0; i < pattern.length; i++) {
                bytes[at + i] ^= pattern[i];
            }
            Files.write(archive, bytes);
            assertThatThrownBy(() -> TestTrees.read(reader, film))
                    .isInstanceOf(DamagedArchive.class);
        }
    }

    /** What was listed before the check has to be what the check has seen. */
    @Test
    void aListingThatWasReadFromOtherBytesIsNoticedByTheCheck() throws IOException {
        pack(HIDDEN.withLevel(Level.STORE), dig);
        byte[] genuine = Files.readAllBytes(archive);
        byte[] other = genuine.clone();
        int end = genuine.length - 22;
        int directory = LocalBytes.int32(genuine, end + 16);
        other[directory - 300] ^= 1; // a name in the list of the archive inside
        Files.write(archive, other);
        try (OpenedArchive reader = open("hut")) {
            Files.write(archive, genuine);
            assertThatThrownBy(() -> reader.check(ProgressListener.none(), CancelToken.never()))
                    .isInstanceOf(DamagedArchive.class);
            assertThat(reader.isChecked()).isFalse();
        }
    }

    private static ArchiveEntry entry(OpenedArchive reader, String name) {
        return reader.listing().entries().stream()
                .filter(each -> each.name().equals(name))
                .findFirst()
                .orElseThrow();
    }
}
