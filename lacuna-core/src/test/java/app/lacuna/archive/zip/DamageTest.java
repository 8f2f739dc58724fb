package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.Share;
import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Level;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.NotAnArchive;
import app.lacuna.error.WrongPassword;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Damage of every kind is a clear failure, never a wrong file under a right name. */
class DamageTest {
    @TempDir Path folder;
    private Path dig;
    private Path archive;
    private byte[] whole;
    private Map<String, Seen> originals;

    /** What somebody who extracts would get. */
    private record Seen(ItemKind kind, String text, Instant modified, int permissions) {}

    @BeforeEach
    void pack() throws IOException {
        dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("a.txt"), "first find, first find, first find");
        Files.createSymbolicLink(dig.resolve("l"), Path.of("a.txt"));
        Files.setLastModifiedTime(dig, FileTime.from(TestTrees.TIME));
        PackOptions options = PackOptions.STANDARD.withProtection(Protection.AES_128);
        archive = TestTrees.pack(folder.resolve("a.zip"), options, "p", dig);
        whole = Files.readAllBytes(archive);
        originals = readAll();
    }

    private Map<String, Seen> readAll() throws IOException {
        Map<String, Seen> seen = new TreeMap<>();
        try (OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), "p")) {
            for (ArchiveEntry entry : reader.listing().entries()) {
                String text = new String(TestTrees.read(reader, entry));
                seen.put(
                        entry.path(),
                        new Seen(entry.kind(), text, entry.modified(), entry.permissions()));
            }
        }
        return seen;
    }

    /**
     * Either a clear failure, or the flipped bit says nothing that a reader could get wrong: then
     * contents, names, kinds, times and permissions are exactly what was packed.
     */
    @Test
    void oneFlippedBitAnywhereNeverGivesAWrongFile() throws IOException {
        Map<Integer, String> meaningless = meaninglessBytes();
        for (int bit = Share.first(31); bit < whole.length * 8; bit += Share.every(31)) {
            byte[] flipped = whole.clone();
            flipped[bit / 8] ^= (byte) (1 << bit % 8);
            Files.write(archive, flipped);
            try {
                assertThat(readAll()).as("bit %d", bit).isEqualTo(originals);
                assertThat(meaningless.containsKey(bit / 8)).as("bit %d unnoticed", bit).isTrue();
            } catch (LacunaException expected) {
                // clear
            }
        }
    }

    /** Places whose bits say nothing about a file; section numbers of APPNOTE.TXT. */
    private Map<Integer, String> meaninglessBytes() {
        Map<Integer, String> places = new TreeMap<>();
        int header = 0;
        for (; LocalBytes.int32(whole, header) == 0x04034b50; header = nextHeader(header)) {
            name(places, header + 4, 4, "4.4.3 version needed, 4.4.4 flags");
            int aes = LocalBytes.int16(whole, header + 8) == 99 ? 11 : 0;
            int extra = header + 30 + LocalBytes.int16(whole, header + 26) + aes;
            name(places, header + 28, 2, "4.4.11, where no data follows the extra field");
            String repeated = "kind and length of a field that repeats the central directory";
            name(places, extra - aes + 2, aes == 0 ? 0 : 2, repeated);
            name(places, extra, 5, repeated);
            name(places, extra + 9, 4, repeated);
        }
        while (LocalBytes.int32(whole, header) == 0x02014b50) {
            name(places, header + 4, 6, "4.4.2 made by, 4.4.3 version needed, 4.4.4 flags");
            name(places, header + 34, 4, "4.4.13 disk, 4.4.14 internal attributes");
            name(places, header + 38, 2, "4.4.15 attributes for other systems");
            int aes = LocalBytes.int16(whole, header + 10) == 99 ? 11 : 0;
            int extra = header + 46 + LocalBytes.int16(whole, header + 28) + aes;
            name(places, extra + 4, 1, "which times the timestamp field has");
            header = extra - aes + LocalBytes.int16(whole, header + 30);
        }
        return places;
    }

    private static void name(Map<Integer, String> places, int start, int length, String why) {
        for (int i = 0; i < length; i++) {
            places.put(start + i, why);
        }
    }

    private int nextHeader(int header) {
        return LocalBytes.dataStart(whole, header) + LocalBytes.int32(whole, header + 18);
    }

    @Test
    void truncationAnywhereIsAClearFailure() throws IOException {
        Path large = folder.resolve("large.zip");
        TestTrees.pack(large, PackOptions.STANDARD, "p", TestTrees.dig(folder.resolve("dig")));
        byte[] bytes = Files.readAllBytes(large);
        archive = folder.resolve("cut.zip");
        for (int length = 0; length < bytes.length; length += 25 * Share.every(16)) {
            Files.write(archive, Arrays.copyOf(bytes, length));
            assertThatThrownBy(this::readAll)
                    .as("cut at %d", length)
                    .isInstanceOfAny(DamagedArchive.class, NotAnArchive.class);
        }
    }

    @Test
    void damageInTheDataIsNotCalledAWrongPassword() throws IOException {
        byte[] damaged = whole.clone();
        int first = LocalBytes.dataStart(whole, secondHeader());
        damaged[first + 20] ^= 1;
        Files.write(archive, damaged);
        assertThatThrownBy(this::readAll)
                .isInstanceOfSatisfying(
                        DamagedArchive.class,
                        e -> {
                            assertThat(e.damage()).isEqualTo(Damage.AUTHENTICATION);
                            assertThat(e.entry()).isEqualTo("dig/a.txt");
                        });
    }

    @Test
    void damageInOneSaltIsNotCalledAWrongPassword() throws IOException {
        byte[] damaged = whole.clone();
        damaged[LocalBytes.dataStart(whole, secondHeader())] ^= 1;
        Files.write(archive, damaged);
        assertThatThrownBy(this::readAll)
                .isInstanceOfSatisfying(
                        DamagedArchive.class,
                        e -> assertThat(e.damage()).isEqualTo(Damage.VERIFICATION_VALUE));
    }

    /** All before the list of entries, which is read first, is lost. */
    @Test
    void damageInEveryEntryIsNotCalledAWrongPassword() throws IOException {
        int list = new String(whole, StandardCharsets.ISO_8859_1).indexOf("PK\1\2");
        byte[] empty = whole.clone();
        Arrays.fill(empty, 0, list, (byte) 0);
        Files.write(archive, empty);
        assertThatThrownBy(() -> OpenedFile.of(ZipReader.open(archive), "p"))
                .isInstanceOf(DamagedArchive.class);
    }

    @Test
    void wrongPasswordForWhatIsNotDamagedIsCalledThat() throws IOException {
        byte[] first = whole.clone();
        Arrays.fill(first, 0, 4, (byte) 0);
        Files.write(archive, first);
        assertThatThrownBy(() -> OpenedFile.of(ZipReader.open(archive), "other"))
                .isInstanceOf(WrongPassword.class);
    }

    @Test
    void onlyEntryWithADamagedCodeMayAlsoBeAWrongPassword() throws IOException {
        Files.write(dig.resolve("a.txt"), new byte[1_500_000]); // more than is read to be certain
        TestTrees.pack(
                archive, PackOptions.STANDARD.withLevel(Level.STORE), "p", dig.resolve("a.txt"));
        byte[] damaged = Files.readAllBytes(archive);
        damaged[LocalBytes.dataStart(damaged, 0) + 1000] ^= 1;
        Files.write(archive, damaged);
        assertThatThrownBy(this::readAll)
                .isInstanceOfSatisfying(
                        DamagedArchive.class,
                        e -> assertThat(e.damage()).isEqualTo(Damage.AUTHENTICATION_OR_PASSWORD));
    }

    /** The folder's header comes first. */
    private int secondHeader() {
        return LocalBytes.dataStart(whole, 0);
    }

    @ParameterizedTest
    @EnumSource(names = {"STORE", "BALANCED"})
    void withoutPasswordTheChecksumNotices(Level level) throws IOException {
        PackOptions open = PackOptions.STANDARD.withProtection(Protection.NONE).withLevel(level);
        TestTrees.pack(archive, open, "", dig.resolve("a.txt"));
        byte[] damaged = Files.readAllBytes(archive);
        damaged[LocalBytes.dataStart(damaged, 0) + 3] ^= 1;
        Files.write(archive, damaged);
        assertThatThrownBy(this::readAll).isInstanceOf(DamagedArchive.class);
    }

    @Test
    void textIsNoArchive() throws IOException {
        Files.writeString(archive, "site diary, day 1: rain");
        assertThatThrownBy(this::readAll).isInstanceOf(NotAnArchive.class);
    }

    @Test
    void emptyFileIsNoArchive() throws IOException {
        Files.write(archive, new byte[0]);
        assertThatThrownBy(this::readAll).isInstanceOf(NotAnArchive.class);
    }

    @Test
    void entriesThatShareDataAreRefused() throws IOException {
        TestTrees.pack(
                archive,
                PackOptions.STANDARD.withProtection(Protection.NONE).withLevel(Level.STORE),
                "",
                dig.resolve("a.txt"),
                Files.writeString(folder.resolve("b.txt"), "second find"));
        byte[] bytes = Files.readAllBytes(archive);
        int central = LocalBytes.int32(bytes, bytes.length - 22 + 16);
        int second =
                central
                        + 46
                        + LocalBytes.int16(bytes, central + 28)
                        + LocalBytes.int16(bytes, central + 30);
        Arrays.fill(bytes, second + 42, second + 46, (byte) 0); // the offset of the first
        Files.write(archive, bytes);
        assertThatThrownBy(this::readAll)
                .isInstanceOfSatisfying(
                        DamagedArchive.class,
                        e -> assertThat(e.damage()).isEqualTo(Damage.DIRECTORY));
    }
}
