package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LimitExceeded;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Path;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Archives that claim, or give, far more than they are. */
class LimitsTest {
    @TempDir Path folder;
    private Path archive;

    @BeforeEach
    void name() {
        archive = folder.resolve("a.zip");
    }

    /** Entries whose headers say any size, all over the same few bytes. */
    private void claiming(int entries, long size) throws IOException {
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(archive.toFile())) {
            for (int i = 0; i < entries; i++) {
                ZipArchiveEntry entry = new ZipArchiveEntry("f" + i);
                entry.setMethod(8);
                entry.setSize(size);
                entry.setCompressedSize(2);
                entry.setCrc(0);
                zip.addRawArchiveEntry(entry, new ByteArrayInputStream(new byte[] {3, 0}));
            }
        }
    }

    @Test
    void tooManyEntriesAreRefused() throws IOException {
        claiming(20, 0);
        assertThatThrownBy(() -> Archives.open(archive, new Limits(19, 1_000), Nested.AS_A_FILE))
                .isInstanceOfSatisfying(
                        LimitExceeded.class,
                        e -> assertThat(e.limit()).isEqualTo(LimitExceeded.Limit.ENTRIES));
        assertThatCode(
                        () ->
                                Archives.open(archive, new Limits(20, 1_000), Nested.AS_A_FILE)
                                        .close())
                .doesNotThrowAnyException();
    }

    @Test
    void moreThanDeflateCanGiveIsRefusedUnlessAllowed() throws IOException {
        claiming(10, 1_000_000_000L);
        assertThatThrownBy(() -> Archives.open(archive))
                .isInstanceOfSatisfying(
                        LimitExceeded.class,
                        e -> assertThat(e.limit()).isEqualTo(LimitExceeded.Limit.RATIO));
        try (OpenedArchive reader =
                OpenedFile.of(Archives.open(archive, Limits.NONE, Nested.AS_A_FILE), "")) {
            assertThat(reader.listing().entries()).hasSize(10);
            assertThatThrownBy(() -> TestTrees.read(reader, reader.listing().entries().get(0)))
                    .as("and still nothing wrong comes out")
                    .isInstanceOf(DamagedArchive.class);
        }
    }

    @Test
    void smallArchivesMayBeAsDenseAsTheyLike() throws IOException {
        claiming(3, 300_000_000L);
        assertThatCode(() -> Archives.open(archive).close()).doesNotThrowAnyException();
    }

    /** More comes out than the header says: stopped at once, not when the disk is full. */
    @Test
    void moreThanAnnouncedIsDamage() throws IOException {
        byte[] packed = deflatedZeros(50_000_000);
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(archive.toFile())) {
            ZipArchiveEntry entry = new ZipArchiveEntry("f");
            entry.setMethod(8);
            entry.setSize(1_000);
            entry.setCompressedSize(packed.length);
            entry.setCrc(0);
            zip.addRawArchiveEntry(entry, new ByteArrayInputStream(packed));
        }
        try (OpenedArchive reader = OpenedFile.of(Archives.open(archive), "")) {
            assertThatThrownBy(() -> TestTrees.read(reader, reader.listing().entries().get(0)))
                    .isInstanceOf(DamagedArchive.class);
        }
    }

    private static byte[] deflatedZeros(int length) throws IOException {
        var bytes = new java.io.ByteArrayOutputStream();
        var deflater = new java.util.zip.Deflater(9, true);
        try (var out = new java.util.zip.DeflaterOutputStream(bytes, deflater)) {
            out.write(new byte[length]);
        }
        deflater.end();
        return bytes.toByteArray();
    }
}
