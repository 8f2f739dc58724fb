package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.Secret;
import app.lacuna.common.Spelling;
import app.lacuna.compression.Level;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.LimitExceeded;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.error.VolumeMissing;
import app.lacuna.error.WrongPassword;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Archives that lie, and archives of others that are out of the ordinary. */
class EvilArchivesTest {
    @TempDir Path folder;
    private Path archive;

    @BeforeEach
    void name() {
        archive = folder.resolve("a.zip");
    }

    private OpenedArchive open(String password) throws IOException {
        return OpenedFile.of(ZipArchives.open(archive), password);
    }

    private byte[] pack(PackOptions options, Path... files) throws IOException {
        TestTrees.pack(archive, options, "ebb", files);
        return Files.readAllBytes(archive);
    }

    private static int directory(byte[] bytes) {
        return LocalBytes.int32(bytes, bytes.length - 22 + 16);
    }

    /** Two sizes of 64 bits whose sum is negative: the limit must not be passed by overflow. */
    @Test
    void sizesWhoseSumOverflowsAreNoWayAroundTheLimit() throws IOException {
        List<ArchiveEntry> entries = new ArrayList<>();
        Path file = Files.writeString(folder.resolve("f"), "x");
        pack(PackOptions.STANDARD, file);
        try (ArchiveReader reader = ZipArchives.open(archive)) {
            ArchiveEntry one = reader.outside().entries().get(0);
            for (int i = 0; i < 2; i++) {
                entries.add(
                        new ArchiveEntry(
                                i,
                                "f" + i,
                                one.kind(),
                                Long.MAX_VALUE - 5,
                                1_000,
                                one.modified(),
                                0644,
                                one.protection(),
                                "deflate",
                                one.checksum()));
            }
            Listing listing = reader.outside().with(reader.outside().names(), entries);
            assertThat(listing.totalBytes()).isEqualTo(Long.MAX_VALUE);
            assertThatThrownBy(() -> Limits.STANDARD.check(listing))
                    .isInstanceOf(LimitExceeded.class);
        }
    }

    /** 42 bytes that say they are the last of four thousand million parts. */
    @Test
    @Timeout(20)
    void aNumberOfPartsThatNobodyHasIsNotWaitedFor() throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(42).order(ByteOrder.LITTLE_ENDIAN);
        bytes.putInt(ZipConstants.ZIP64_LOCATOR).putInt(-2).putLong(0).putInt(-1);
        bytes.putInt(ZipConstants.END).putShort((short) -1).putShort((short) -1);
        Files.write(archive, bytes.array());
        assertThatThrownBy(() -> ZipArchives.open(archive)).isInstanceOf(VolumeMissing.class);
    }

    /** The last bytes come out only when the code has been checked, however few are asked for. */
    @ParameterizedTest
    @ValueSource(strings = {"STORE", "BALANCED"})
    void nothingIsWholeBeforeItsCodeIsRight(String level) throws IOException {
        byte[] noise = new byte[200_000];
        new Random(8).nextBytes(noise);
        Path file = Files.write(folder.resolve("noise"), noise);
        Path other = Files.writeString(folder.resolve("other"), "so that the password is known");
        byte[] bytes = pack(PackOptions.STANDARD.withLevel(Level.valueOf(level)), file, other);
        bytes[100_000] ^= 1;
        Files.write(archive, bytes);
        try (OpenedArchive reader = open("ebb");
                InputStream in = reader.open(reader.listing().entries().get(0))) {
            byte[] read = new byte[noise.length];
            assertThatThrownBy(() -> in.readNBytes(read, 0, read.length))
                    .isInstanceOf(DamagedArchive.class);
        }
    }

    @Test
    void aFolderWithContentsIsDamageAndAFileThatIsCalledOneKeepsItsContents() throws IOException {
        Path file = Files.writeString(folder.resolve("find/"), "C-104");
        byte[] bytes = pack(PackOptions.STANDARD, file);
        int central = directory(bytes);
        bytes[central + 41] = 0x41; // the mode: a folder
        Files.write(archive, bytes);
        try (OpenedArchive reader = open("ebb")) {
            ArchiveEntry entry = reader.listing().entries().get(0);
            assertThatThrownBy(() -> TestTrees.read(reader, entry))
                    .isInstanceOf(DamagedArchive.class);
        } catch (DamagedArchive e) {
            assertThat(e.entry()).isEqualTo("find");
        }
    }

    /** Every byte of the headers of a folder: extracting notices what verifying notices. */
    @Test
    void aChangedFolderIsNoticedWhenItIsRead() throws IOException {
        Path made = Files.createDirectory(folder.resolve("to-be-scanned"));
        Path file = Files.writeString(folder.resolve("f"), "x");
        byte[] whole = pack(PackOptions.STANDARD, made, file);
        int name = 30;
        int noticed = 0;
        for (int at = 10; at < name + "to-be-scanned".length(); at++) {
            boolean data = at >= 10 && at < 14 || at >= name;
            if (!data) {
                continue;
            }
            byte[] bytes = whole.clone();
            bytes[at] ^= 1;
            Files.write(archive, bytes);
            try (OpenedArchive reader = open("ebb")) {
                ArchiveEntry entry = reader.listing().entries().get(0);
                assertThatThrownBy(() -> TestTrees.read(reader, entry))
                        .as("byte %d", at)
                        .isInstanceOf(DamagedArchive.class);
                noticed++;
            }
        }
        assertThat(noticed).isEqualTo(4 + "to-be-scanned".length());
    }

    @ParameterizedTest
    @CsvSource({"0, 9", "2, 66", "4, 7", "-2, 3"})
    void unknownAesIsNotAWrongPassword(int place, int value) throws IOException {
        Path file = Files.writeString(folder.resolve("f"), "x".repeat(100));
        byte[] bytes = pack(PackOptions.STANDARD, file);
        for (int at = 0; at < bytes.length - 11; at++) {
            if (LocalBytes.int16(bytes, at) == ZipConstants.EXTRA_AES
                    && LocalBytes.int16(bytes, at + 2) == 7) {
                bytes[at + 4 + place] = (byte) value;
            }
        }
        Files.write(archive, bytes);
        assertThatThrownBy(() -> open("ebb")).isInstanceOf(UnsupportedFeature.class);
    }

    @Test
    void strongEncryptionIsNotAWrongPassword() throws IOException {
        Path file = Files.writeString(folder.resolve("f"), "x".repeat(100));
        byte[] bytes = pack(PackOptions.STANDARD, file);
        bytes[6] |= ZipConstants.FLAG_STRONG_ENCRYPTION;
        bytes[directory(bytes) + 8] |= ZipConstants.FLAG_STRONG_ENCRYPTION;
        Files.write(archive, bytes);
        assertThatThrownBy(() -> open("ebb")).isInstanceOf(UnsupportedFeature.class);
    }

    @Test
    void aPasswordOfSomeEntriesOpensThoseEntries() throws IOException {
        ZipParameters parameters = new ZipParameters();
        parameters.setEncryptFiles(true);
        parameters.setEncryptionMethod(EncryptionMethod.AES);
        for (int i = 0; i < 12; i++) {
            String password = i < 9 ? "first" : "second";
            try (ZipFile zip = new ZipFile(archive.toFile(), password.toCharArray())) {
                parameters.setFileNameInZip("f" + i);
                byte[] text = ("text " + "x".repeat(i)).getBytes();
                zip.addStream(new java.io.ByteArrayInputStream(text), parameters);
            }
        }
        for (String password : List.of("first", "second")) {
            try (OpenedArchive reader = open(password)) {
                int opened = 0;
                for (ArchiveEntry entry : reader.listing().entries()) {
                    try {
                        TestTrees.read(reader, entry);
                        opened++;
                    } catch (DamagedArchive e) {
                        continue;
                    }
                }
                assertThat(opened).isEqualTo(password.equals("first") ? 9 : 3);
            }
        }
        assertThatThrownBy(() -> open("third")).isInstanceOf(WrongPassword.class);
    }

    /** The same letters, put together in another way by another keyboard or system. */
    @Test
    void bothWaysOfWritingAccentsOpen() throws IOException {
        Path file = Files.writeString(folder.resolve("f"), "x");
        for (String packed : List.of("Gr\u00fcbchen", "Gru\u0308bchen")) {
            TestTrees.pack(archive, PackOptions.STANDARD, packed, file);
            for (String typed : List.of("Gr\u00fcbchen", "Gru\u0308bchen")) {
                try (OpenedArchive reader = open(typed);
                        Secret secret = TestTrees.secret(typed);
                        Secret used = reader.spelling().of(secret);
                        Secret right = TestTrees.secret(packed)) {
                    assertThat(used.sameAs(right)).isTrue();
                }
            }
        }
        assertThat(Spelling.values()).hasSize(3);
    }

    @Test
    void partsAreFoundWhateverTheirCapitals() throws IOException {
        byte[] noise = new byte[250_000];
        new Random(5).nextBytes(noise);
        Path file = Files.write(folder.resolve("noise"), noise);
        app.lacuna.job.Jobs.pack(
                archive, PackOptions.STANDARD, java.util.OptionalLong.of(100_000), "ebb", file);
        Files.move(archive, folder.resolve("A.ZIP"));
        for (String name : List.of("A.ZIP", "a.z01", "a.z02")) {
            archive = folder.resolve(name);
            try (OpenedArchive reader = open("ebb")) {
                byte[] read = TestTrees.read(reader, reader.listing().entries().get(0));
                assertThat(Arrays.equals(read, noise)).as(name).isTrue();
            }
        }
    }

    @Test
    void timesFarAwayAreKept() throws IOException {
        Path file = Files.writeString(folder.resolve("f"), "x");
        for (String time :
                List.of(
                        "1902-01-01T00:00:01Z",
                        "1969-12-31T23:59:59Z",
                        "2038-01-19T03:14:08Z",
                        "2107-12-31T23:59:59Z",
                        "2260-05-05T05:05:05Z")) {
            java.time.Instant when = java.time.Instant.parse(time);
            Files.setLastModifiedTime(file, java.nio.file.attribute.FileTime.from(when));
            pack(PackOptions.STANDARD, file);
            try (OpenedArchive reader = open("ebb")) {
                ArchiveEntry entry = reader.listing().entries().get(0);
                assertThat(entry.modified()).isEqualTo(when);
                TestTrees.read(reader, entry);
            }
        }
    }

    @Test
    void entriesOfAnotherListingAreRefused() throws IOException {
        Path file = Files.writeString(folder.resolve("f"), "x");
        pack(PackOptions.STANDARD, file);
        ArchiveEntry before;
        try (OpenedArchive reader = open("ebb")) {
            before = reader.listing().entries().get(0);
        }
        Files.writeString(file, "something else, longer");
        pack(PackOptions.STANDARD, file);
        try (OpenedArchive reader = open("ebb")) {
            assertThatThrownBy(() -> reader.open(before))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    /** Headers whose fields are cut: a clear failure, never a stack trace. */
    @Test
    void everyCutIsAClearFailure() throws IOException {
        Path file = Files.writeString(folder.resolve("f"), "x".repeat(50));
        byte[] whole = pack(PackOptions.STANDARD, file);
        for (int length = 0; length < whole.length; length++) {
            Files.write(archive, Arrays.copyOf(whole, length));
            try (OpenedArchive reader = open("ebb")) {
                for (ArchiveEntry entry : reader.listing().entries()) {
                    TestTrees.read(reader, entry);
                }
                assertThat(length).as("opens although it is cut").isEqualTo(-1);
            } catch (LacunaException expected) {
                assertThat(expected).isNotNull();
            }
        }
        assertThat(Nested.values()).hasSize(2);
    }
}
