package app.lacuna.exposure;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.compression.Method;
import app.lacuna.job.Archives;
import app.lacuna.job.Jobs;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.OptionalLong;
import java.util.zip.CRC32;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.AesKeyStrength;
import net.lingala.zip4j.model.enums.AesVersion;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What is said about a stranger's view is held against the bytes of real archives. */
class ExposureTest {
    private static final Clock NOON =
            Clock.fixed(Instant.parse("2026-11-24T12:00:00Z"), ZoneOffset.UTC);

    @TempDir Path folder;
    private Path dig;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        dig = TestTrees.dig(folder);
        archive = folder.resolve("winter.zip");
    }

    private Exposure planned(PackOptions options) {
        return Exposure.of(TestTrees.scan(dig), options, "winter.zip", false, NOON);
    }

    private Exposure finished() throws IOException {
        try (ArchiveReader reader = Archives.open(archive)) {
            return Exposure.of(reader.outside());
        }
    }

    @ParameterizedTest
    @EnumSource
    void planAndFinishedArchiveSayTheSame(Protection protection) throws IOException {
        PackOptions options = PackOptions.STANDARD.withProtection(protection).withNote("the hut");
        Jobs.pack(archive, options, "ebb", dig);
        Exposure plan = planned(options);
        Exposure real = finished();
        assertThat(real.readable()).isEqualTo(plan.readable());
        assertThat(real.changeable()).isEqualTo(plan.changeable());
        assertThat(real.openers()).isEqualTo(plan.openers());
        assertThat(real.note()).isEqualTo("the hut");
        assertThat(real.entries().stream().map(SeenEntry::path))
                .containsExactlyElementsOf(plan.entries().stream().map(SeenEntry::path).toList());
        assertThat(real.archiveBytes()).isEqualTo(OptionalLong.of(Files.size(archive)));
    }

    @ParameterizedTest
    @EnumSource
    void whatIsCalledReadableStandsInTheBytes(Protection protection) throws IOException {
        PackOptions options = PackOptions.STANDARD.withProtection(protection);
        Jobs.pack(archive, options, "ebb", dig);
        assertBytesAgree(planned(options));
    }

    @Test
    void hiddenNamesAreNotInTheBytes() throws IOException {
        PackOptions options = PackOptions.STANDARD.withNames(Names.HIDDEN);
        Jobs.pack(archive, options, "ebb", dig);
        Exposure plan = planned(options);
        assertThat(plan.readable())
                .containsExactlyInAnyOrder(
                        Readable.ARCHIVE_NAME, Readable.ARCHIVE_SIZE, Readable.DATE_OF_PACKING);
        assertBytesAgree(plan);
        try (OpenedArchive reader = Jobs.open(archive, "ebb")) {
            assertThat(Exposure.of(reader.outside(), reader.listing()).entries())
                    .as("unlocked, the stranger's view stays what it was")
                    .extracting(SeenEntry::path)
                    .containsExactly("contents.zip");
        }
    }

    /** Every file that is not tiny, so that its four bytes are not found by chance. */
    private void assertBytesAgree(Exposure exposure) throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        for (FileItem item : TestTrees.scan(dig).items()) {
            if (item.kind() != ItemKind.FILE || item.size() < 1_000) {
                continue;
            }
            byte[] name = item.path().getBytes(StandardCharsets.UTF_8);
            assertThat(isIn(bytes, name)).isEqualTo(exposure.readable().contains(Readable.NAMES));
            assertThat(isIn(bytes, int32(item.size())))
                    .isEqualTo(exposure.readable().contains(Readable.SIZES));
            assertThat(isIn(bytes, int32(item.modified().getEpochSecond())))
                    .isEqualTo(exposure.readable().contains(Readable.DATES));
            CRC32 crc = new CRC32();
            crc.update(Files.readAllBytes(item.source()));
            assertThat(isIn(bytes, int32(crc.getValue())))
                    .isEqualTo(exposure.readable().contains(Readable.CHECKSUMS));
        }
        byte[] noise = Files.readAllBytes(dig.resolve("C-104.jpg"));
        assertThat(isIn(bytes, Arrays.copyOf(noise, 64)))
                .isEqualTo(exposure.readable().contains(Readable.CONTENTS));
    }

    private static byte[] int32(long value) {
        return ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt((int) value).array();
    }

    private static boolean isIn(byte[] bytes, byte[] what) {
        for (int at = 0; at + what.length <= bytes.length; at++) {
            if (Arrays.equals(bytes, at, at + what.length, what, 0, what.length)) {
                return true;
            }
        }
        return false;
    }

    /** AE-1, which others still write, keeps the checksum where everybody can read it. */
    @Test
    void olderAesShowsChecksums() throws IOException {
        ZipParameters parameters = new ZipParameters();
        parameters.setEncryptFiles(true);
        parameters.setEncryptionMethod(EncryptionMethod.AES);
        parameters.setAesKeyStrength(AesKeyStrength.KEY_STRENGTH_256);
        parameters.setAesVersion(AesVersion.ONE);
        try (ZipFile zip = new ZipFile(archive.toFile(), "ebb".toCharArray())) {
            zip.addFile(dig.resolve("levels.csv").toFile(), parameters);
        }
        assertThat(finished().readable()).contains(Readable.CHECKSUMS);
        assertThat(finished().readable()).doesNotContain(Readable.CONTENTS);
    }

    @ParameterizedTest
    @CsvSource({
        "NONE, DEFLATE, false, false, YES, YES, YES",
        "TRADITIONAL, DEFLATE, false, false, YES, YES, YES",
        "AES_128, DEFLATE, false, false, NO, YES, YES",
        "AES_256, STORED, true, false, NO, IN_TWO_STEPS, IN_TWO_STEPS",
        "AES_256, ZSTD, false, false, NO, NO, YES",
        "AES_256, XZ, true, false, NO, NO, IN_TWO_STEPS",
        "NONE, XZ, false, false, NO, NO, YES",
        "NONE, DEFLATE, false, true, NO, YES, YES"
    })
    void saysWhoCanOpenIt(
            Protection protection,
            Method method,
            boolean hidden,
            boolean split,
            Reach builtIn,
            Reach aes,
            Reach newer) {
        PackOptions options =
                PackOptions.STANDARD
                        .withProtection(protection)
                        .withMethod(method)
                        .withNames(hidden ? Names.HIDDEN : Names.VISIBLE);
        Exposure exposure = Exposure.of(TestTrees.scan(dig), options, "winter.zip", split, NOON);
        assertThat(exposure.openers())
                .containsEntry(Opener.BUILT_IN_UNZIP, builtIn)
                .containsEntry(Opener.AES_UNZIP, aes)
                .containsEntry(Opener.NEWER_TOOL, newer)
                .containsEntry(Opener.LACUNA, Reach.YES);
    }

    @Test
    void contentsAreSafeFromChangesUnderAesOnly() {
        assertThat(planned(PackOptions.STANDARD).changeable())
                .contains(Changeable.NAMES, Changeable.DATES, Changeable.ENTRIES)
                .doesNotContain(Changeable.CONTENTS);
        assertThat(planned(PackOptions.STANDARD.withNames(Names.HIDDEN)).changeable())
                .containsExactlyInAnyOrder(Changeable.ARCHIVE_NAME, Changeable.NOTE);
        assertThat(
                        planned(PackOptions.STANDARD.withProtection(Protection.TRADITIONAL))
                                .changeable())
                .contains(Changeable.CONTENTS);
    }

    /** What is said to go unnoticed does: a name changed in both places opens as if it were so. */
    @Test
    void changedNameInThePlainFormGoesUnnoticed() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", dig);
        byte[] bytes = Files.readAllBytes(archive);
        byte[] name = "levels.csv".getBytes();
        for (int at = 0; at + name.length <= bytes.length; at++) {
            if (Arrays.equals(bytes, at, at + name.length, name, 0, name.length)) {
                bytes[at] = 'b';
            }
        }
        Files.write(archive, bytes);
        try (OpenedArchive reader = Jobs.open(archive, "ebb")) {
            assertThat(reader.listing().entries()).anyMatch(e -> e.name().equals("bevels.csv"));
        }
        assertThat(Jobs.extract(archive, "ebb", folder.resolve("out")).isComplete()).isTrue();
    }
}
