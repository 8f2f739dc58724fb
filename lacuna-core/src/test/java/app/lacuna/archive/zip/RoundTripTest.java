package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.compression.Level;
import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.KeyDerivation;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.PasswordRequired;
import app.lacuna.error.WrongPassword;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class RoundTripTest {
    @TempDir Path folder;

    static Stream<Arguments> everyWay() {
        return Stream.of(
                        Protection.NONE, Protection.AES_128, Protection.AES_192, Protection.AES_256)
                .flatMap(
                        protection ->
                                Stream.of(Level.values())
                                        .map(level -> Arguments.of(protection, level)));
    }

    @ParameterizedTest
    @MethodSource("everyWay")
    void everythingComesBack(Protection protection, Level level) throws IOException {
        Path dig = TestTrees.dig(folder);
        Path archive = folder.resolve("notes.zip");
        TestTrees.pack(
                archive,
                PackOptions.STANDARD.withProtection(protection).withLevel(level),
                "wörd",
                dig);
        try (OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), "wörd")) {
            List<ArchiveEntry> entries = reader.listing().entries();
            assertThat(entries).hasSize(8);
            for (ArchiveEntry entry : entries) {
                check(reader, entry, protection);
            }
            assertThat(reader.listing().weakestProtection()).isEqualTo(protection);
        }
    }

    private void check(OpenedArchive reader, ArchiveEntry entry, Protection protection)
            throws IOException {
        Path original = folder.resolve(entry.path());
        if (entry.kind() == ItemKind.FOLDER) {
            assertThat(original).isDirectory();
            assertThat(entry.protection()).isEqualTo(Protection.NONE);
            return;
        }
        assertThat(entry.protection()).isEqualTo(protection);
        byte[] contents = TestTrees.read(reader, entry);
        assertThat((long) contents.length).isEqualTo(entry.size());
        if (entry.kind() == ItemKind.LINK) {
            assertThat(new String(contents, StandardCharsets.UTF_8))
                    .isEqualTo(Files.readSymbolicLink(original).toString());
        } else {
            assertThat(contents).isEqualTo(Files.readAllBytes(original));
            assertThat(entry.modified()).isEqualTo(TestTrees.TIME);
            assertThat(entry.permissions()).isPositive();
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 7, 65_535, 65_536, 65_537, 200_003})
    void oddSizesComeBack(int size) throws IOException {
        byte[] bytes = new byte[size];
        new Random(size).nextBytes(bytes);
        Path file = Files.write(folder.resolve("f.bin"), bytes);
        for (Level level : List.of(Level.STORE, Level.FAST)) {
            Path archive =
                    TestTrees.pack(
                            folder.resolve("a.zip"),
                            PackOptions.STANDARD.withLevel(level),
                            "p",
                            file);
            assertThat(TestTrees.contents(archive, "p").get("f.bin")).isEqualTo(bytes);
        }
    }

    @Test
    void wrongPasswordIsToldAtOnceAndCanBeTriedAgain() throws IOException {
        Path archive =
                TestTrees.pack(
                        folder.resolve("a.zip"),
                        PackOptions.STANDARD,
                        "right",
                        TestTrees.dig(folder));
        try (ArchiveReader reader = ZipReader.open(archive);
                Secret wrong = TestTrees.secret("Right");
                Secret right = TestTrees.secret("right")) {
            assertThatThrownBy(() -> reader.open(wrong)).isInstanceOf(WrongPassword.class);
            assertThatThrownBy(reader::open).isInstanceOf(PasswordRequired.class);
            ArchiveEntry file = reader.outside().entries().get(1);
            try (OpenedArchive opened = reader.open(right)) {
                assertThat(TestTrees.read(opened, file)).hasSize((int) file.size());
                assertThatThrownBy(() -> reader.open(wrong)).isInstanceOf(WrongPassword.class);
                assertThat(TestTrees.read(opened, file)).as("still").hasSize((int) file.size());
            }
        }
    }

    /**
     * One wrong password in 65,536 passes the two-byte check. Such a case is made here by giving
     * the archive the check value of a wrong password.
     */
    @Test
    void verificationValueAloneNeverOpens() throws IOException {
        Path file = Files.writeString(folder.resolve("one.txt"), "one");
        Path archive = TestTrees.pack(folder.resolve("a.zip"), PackOptions.STANDARD, "right", file);
        byte[] bytes = Files.readAllBytes(archive);
        int salt = LocalBytes.dataStart(bytes, 0);
        byte[] value = verificationValue("wrong", Arrays.copyOfRange(bytes, salt, salt + 16));
        System.arraycopy(value, 0, bytes, salt + 16, 2);
        Files.write(archive, bytes);
        try (ArchiveReader reader = ZipReader.open(archive);
                Secret wrong = TestTrees.secret("wrong")) {
            assertThatThrownBy(() -> reader.open(wrong))
                    .isInstanceOfSatisfying(
                            DamagedArchive.class,
                            e ->
                                    assertThat(e.damage())
                                            .isEqualTo(Damage.AUTHENTICATION_OR_PASSWORD));
        }
    }

    @Test
    void amongSeveralEntriesAFittingVerificationValueIsAWrongPassword() throws IOException {
        Path one = Files.writeString(folder.resolve("1.txt"), "one");
        Path two = Files.writeString(folder.resolve("2.txt"), "two");
        Path archive =
                TestTrees.pack(folder.resolve("a.zip"), PackOptions.STANDARD, "right", one, two);
        byte[] bytes = Files.readAllBytes(archive);
        int salt = LocalBytes.dataStart(bytes, 0);
        byte[] value = verificationValue("wrong", Arrays.copyOfRange(bytes, salt, salt + 16));
        System.arraycopy(value, 0, bytes, salt + 16, 2);
        Files.write(archive, bytes);
        try (ArchiveReader reader = ZipReader.open(archive);
                Secret wrong = TestTrees.secret("wrong");
                Secret right = TestTrees.secret("right")) {
            assertThatThrownBy(() -> reader.open(wrong)).isInstanceOf(WrongPassword.class);
            reader.open(right).close();
        }
    }

    private static byte[] verificationValue(String password, byte[] salt) {
        try (KeyDerivation derivation = new KeyDerivation(password.getBytes());
                EntryKeys keys = EntryKeys.derive(derivation, AesStrength.AES_256, salt)) {
            return keys.verificationValue();
        }
    }

    @Test
    void sameContentsNeverGiveTheSameBytes() throws IOException {
        Path one = Files.writeString(folder.resolve("1.txt"), "the same text");
        Path two = Files.writeString(folder.resolve("2.txt"), "the same text");
        Path archive =
                TestTrees.pack(
                        folder.resolve("a.zip"),
                        PackOptions.STANDARD.withLevel(Level.STORE),
                        "p",
                        one,
                        two);
        byte[] bytes = Files.readAllBytes(archive);
        int first = LocalBytes.dataStart(bytes, 0);
        int second = LocalBytes.dataStart(bytes, first + 16 + 2 + 13 + 10);
        assertThat(Arrays.copyOfRange(bytes, first, first + 41))
                .isNotEqualTo(Arrays.copyOfRange(bytes, second, second + 41));
    }

    @Test
    void emptyArchiveCanBeRead() throws IOException {
        Path archive =
                TestTrees.pack(
                        folder.resolve("a.zip"),
                        PackOptions.STANDARD.withProtection(Protection.NONE),
                        "",
                        new Path[0]);
        assertThat(Files.size(archive)).isEqualTo(22);
        Map<String, byte[]> contents = TestTrees.contents(archive, "");
        assertThat(contents).isEmpty();
    }
}
