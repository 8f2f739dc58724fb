package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.LimitExceeded;
import app.lacuna.job.Archives;
import com.github.luben.zstd.ZstdOutputStreamNoFinalizer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Arrays;
import java.util.Random;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Nonsense ends in a failure of ours, or in what was packed; never in anything else. */
class TarDamageTest {
    @TempDir Path folder;

    private static byte[] archive(Method method) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (TarWriter writer = new TarWriter(out, method, Level.FAST)) {
            Random random = new Random(8);
            for (int i = 0; i < 12; i++) {
                byte[] text = new byte[random.nextInt(900)];
                random.nextBytes(text);
                String name = "file " + i + "n".repeat(i * 12);
                writer.addText(name, text, Instant.ofEpochSecond(i, i));
            }
            writer.finish();
        }
        return out.toByteArray();
    }

    private void readAll(byte[] bytes) throws IOException {
        Path file = Files.write(folder.resolve("a.tar"), bytes);
        try (var reader = Archives.open(file);
                OpenedArchive opened = reader.open()) {
            for (ArchiveEntry entry : opened.listing().entries()) {
                opened.details(entry);
                try (InputStream in = opened.open(entry)) {
                    in.readAllBytes();
                }
            }
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = Method.class,
            names = {"STORED", "BZIP2", "XZ", "ZSTD"})
    void flippedBits(Method method) throws IOException {
        byte[] whole = archive(method);
        Random random = new Random(1);
        for (int i = 0; i < 30; i++) {
            byte[] bytes = whole.clone();
            for (int flips = random.nextInt(3); flips >= 0; flips--) {
                bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
            }
            try {
                readAll(bytes);
            } catch (LacunaException e) {
                continue;
            }
        }
    }

    @ParameterizedTest
    @EnumSource(
            value = Method.class,
            names = {"STORED", "BZIP2", "XZ", "ZSTD"})
    void whatIsCutIsRefused(Method method) throws IOException {
        byte[] whole = archive(method);
        int step = Math.max(1, whole.length / 20);
        for (int length = 0; length < whole.length - 1024; length += step) {
            byte[] cut = Arrays.copyOf(whole, length);
            assertThatThrownBy(() -> readAll(cut))
                    .as(method + " cut at " + length)
                    .isInstanceOf(LacunaException.class);
        }
    }

    @Test
    void headersThatClaimTooMuch() throws IOException {
        byte[] huge =
                new TarHeader("x", 0644, 0, 0, TarHeader.LARGEST_SIZE, 0, 'x', "", "", "").bytes();
        assertThatThrownBy(() -> readAll(Arrays.copyOf(huge, 2048)))
                .isInstanceOf(LacunaException.class);
        byte[] negative = new TarHeader("x", 0644, 0, 0, 5, 0, '0', "", "", "").bytes();
        Arrays.fill(negative, 124, 136, (byte) 0xff);
        assertThatThrownBy(() -> readAll(Arrays.copyOf(negative, 2048)))
                .isInstanceOf(LacunaException.class);
    }

    /** Verification must not call a file whole whose contents the archive does not have. */
    @Test
    void readAll_withHardLinkOutOfTheArchive_reportsMissingContents() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        bytes.write(file("six.txt", "six"));
        bytes.write(new TarHeader("link", 0644, 0, 0, 0, 0, '1', "not here", "", "").bytes());
        bytes.write(new byte[1024]);
        assertThatThrownBy(() -> readAll(bytes.toByteArray()))
                .isInstanceOfSatisfying(
                        DamagedArchive.class,
                        e -> assertThat(e.damage()).isEqualTo(Damage.CONTENTS_MISSING));
    }

    /** POSIX.1-2017, pax, "ustar Interchange Format": the end is two blocks of zeros, not one. */
    @Test
    void listing_afterOneBlockOfZeros_goesOn() throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        bytes.write(file("before.txt", "before"));
        bytes.write(new byte[TarHeader.BLOCK]);
        bytes.write(file("behind.txt", "behind"));
        bytes.write(new byte[1024]);
        Path file = Files.write(folder.resolve("a.tar"), bytes.toByteArray());
        try (var reader = Archives.open(file);
                OpenedArchive opened = reader.open()) {
            assertThat(opened.listing().entries())
                    .extracting(ArchiveEntry::path)
                    .containsExactly("before.txt", "behind.txt");
        }
    }

    private static byte[] file(String name, String text) {
        byte[] contents = text.getBytes(StandardCharsets.UTF_8);
        byte[] blocks = Arrays.copyOf(contents, TarHeader.BLOCK);
        TarHeader header = new TarHeader(name, 0644, 0, 0, contents.length, 0, '0', "", "", "");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(header.bytes());
        out.writeBytes(blocks);
        return out.toByteArray();
    }

    private static final long ZEROS = 1_200_000_000L; // more than is harmless

    /** As tight as the method can honestly be. */
    @Tag("slow")
    @Test
    void whatDeflateCanDoIsLetPass() throws IOException {
        Path file = folder.resolve("zeros.tar.gz");
        try (OutputStream out = new GZIPOutputStream(Files.newOutputStream(file))) {
            writeZeros(out);
        }
        try (var reader = Archives.open(file);
                OpenedArchive opened = reader.open()) {
            assertThat(opened.listing().totalBytes()).isEqualTo(ZEROS);
        }
    }

    @Test
    void aBombIsNoticed() throws IOException {
        Path file = folder.resolve("zeros.tar.zst");
        try (OutputStream out = new ZstdOutputStreamNoFinalizer(Files.newOutputStream(file))) {
            writeZeros(out);
        }
        assertThat(Files.size(file)).isLessThan(ZEROS / 2_000);
        assertThatThrownBy(
                        () -> {
                            try (var reader = Archives.open(file);
                                    OpenedArchive opened = reader.open()) {
                                opened.listing();
                            }
                        })
                .isInstanceOf(LimitExceeded.class);
    }

    private static void writeZeros(OutputStream out) throws IOException {
        out.write(new TarHeader("zeros", 0644, 0, 0, ZEROS, 0, '0', "", "", "").bytes());
        byte[] zeros = new byte[1_000_000];
        for (long i = 0; i < ZEROS / zeros.length; i++) {
            out.write(zeros);
        }
        out.write(new byte[2048]);
    }
}
