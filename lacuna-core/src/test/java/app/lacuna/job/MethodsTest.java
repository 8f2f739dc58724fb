package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.compression.Method;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.WrongPassword;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import java.util.zip.CRC32;
import java.util.zip.Deflater;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import net.lingala.zip4j.model.enums.EncryptionMethod;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.compressors.bzip2.BZip2CompressorOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.tukaani.xz.LZMA2Options;
import org.tukaani.xz.LZMAOutputStream;

/** Methods of compression and the traditional encryption, written and read. */
class MethodsTest {
    private static final String TEXT = "point;level\nL1;1.85\n".repeat(2_000);

    @TempDir Path folder;
    private Path dig;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("levels.csv"), TEXT);
        byte[] large = new byte[9_000_001]; // packed in blocks; half of it can be compressed
        new Random(3).nextBytes(large);
        Arrays.fill(large, 0, 5_000_000, (byte) 'x');
        Files.write(dig.resolve("film.raw"), large);
        archive = folder.resolve("a.zip");
    }

    @ParameterizedTest
    @EnumSource(names = {"STORED", "DEFLATE", "ZSTD", "XZ"})
    void whatIsWrittenComesBack(Method method) throws IOException {
        if (method == Method.XZ) { // slow, and not packed in blocks
            Files.write(dig.resolve("film.raw"), new byte[300_000]);
        }
        for (Names names : Names.values()) {
            Files.deleteIfExists(archive);
            Jobs.pack(
                    archive, PackOptions.STANDARD.withMethod(method).withNames(names), "ebb", dig);
            try (OpenedArchive reader = Jobs.open(archive, "ebb")) {
                ArchiveEntry levels = reader.listing().entries().get(2);
                assertThat(levels.method()).isEqualToIgnoringCase(method.name());
                assertThat(TestTrees.read(reader, levels)).asString().isEqualTo(TEXT);
            }
            Path out = folder.resolve("out-" + names);
            assertThat(Jobs.extract(archive, "ebb", out).isComplete()).isTrue();
            SameTree.assertSame(out.resolve("dig"), dig);
        }
    }

    /** Method numbers: APPNOTE.TXT 4.4.5. The packed bytes come from other libraries. */
    @ParameterizedTest
    @CsvSource({"9, deflate64", "12, bzip2", "14, LZMA"})
    void whatOthersWriteIsRead(int code, String name) throws IOException {
        StringBuilder text = new StringBuilder();
        new Random(8).ints(20_000, 0, 9).forEach(n -> text.append("level ").append(n));
        byte[] plain = text.toString().getBytes();
        writeRaw(code, packed(code, plain), plain);
        try (OpenedArchive reader = Jobs.open(archive, "")) {
            ArchiveEntry entry = reader.listing().entries().get(0);
            assertThat(entry.method()).isEqualTo(name);
            assertThat(TestTrees.read(reader, entry)).isEqualTo(plain);
        }
    }

    /** Each library has its own way to complain; here it is always the same. */
    @ParameterizedTest
    @CsvSource({"8", "9", "12", "14", "93", "95"})
    void nonsenseIsDamage(int code) throws IOException {
        byte[] noise = new byte[5_000];
        for (int seed = 0; seed < 20; seed++) {
            new Random(seed).nextBytes(noise);
            if (code == 14) {
                noise[2] = 5;
                noise[3] = 0;
            }
            writeRaw(code, noise, TEXT.getBytes());
            try (OpenedArchive reader = Jobs.open(archive, "")) {
                ArchiveEntry entry = reader.listing().entries().get(0);
                assertThatThrownBy(() -> TestTrees.read(reader, entry))
                        .isInstanceOf(DamagedArchive.class);
            }
        }
    }

    private static byte[] packed(int code, byte[] plain) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        switch (code) {
            case 9 -> {
                // Without a match of 258 bytes a deflate stream is a deflate64 stream as well.
                Deflater deflater = new Deflater(9, true);
                deflater.setInput(plain);
                deflater.finish();
                byte[] out = new byte[plain.length + 100];
                bytes.write(out, 0, deflater.deflate(out));
                deflater.end();
            }
            case 12 -> {
                try (OutputStream out = new BZip2CompressorOutputStream(bytes)) {
                    out.write(plain);
                }
            }
            default -> {
                LZMA2Options options = new LZMA2Options(3);
                bytes.write(new byte[] {9, 20, 5, 0}); // 5.8.8: version, length of properties
                int dictionary = options.getDictSize();
                ByteArrayOutputStream data = new ByteArrayOutputStream();
                LZMAOutputStream out = new LZMAOutputStream(data, options, false);
                bytes.write(out.getProps());
                for (int i = 0; i < 4; i++) {
                    bytes.write(dictionary >>> (8 * i));
                }
                out.write(plain);
                out.finish();
                data.writeTo(bytes);
            }
        }
        return bytes.toByteArray();
    }

    private void writeRaw(int code, byte[] packed, byte[] plain) throws IOException {
        CRC32 crc = new CRC32();
        crc.update(plain);
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(archive.toFile())) {
            ZipArchiveEntry entry = new ZipArchiveEntry("levels.csv");
            entry.setMethod(code);
            entry.setSize(plain.length);
            entry.setCompressedSize(packed.length);
            entry.setCrc(crc.getValue());
            zip.addRawArchiveEntry(entry, new ByteArrayInputStream(packed));
        }
    }

    @Test
    void traditionalEncryptionIsReadByAnotherLibrary() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD.withProtection(Protection.TRADITIONAL), "ebb", dig);
        try (ZipFile zip = new ZipFile(archive.toFile(), "ebb".toCharArray())) {
            assertThat(zip.getFileHeader("dig/film.raw").getEncryptionMethod())
                    .isEqualTo(EncryptionMethod.ZIP_STANDARD);
            zip.extractAll(folder.resolve("out").toString());
        }
        assertThat(Files.mismatch(folder.resolve("out/dig/film.raw"), dig.resolve("film.raw")))
                .isEqualTo(-1);
        assertThat(folder.resolve("out/dig/levels.csv")).hasContent(TEXT);
    }

    @Test
    void traditionalEncryptionOfAnotherLibraryIsRead() throws IOException {
        ZipParameters parameters = new ZipParameters();
        parameters.setEncryptFiles(true);
        parameters.setEncryptionMethod(EncryptionMethod.ZIP_STANDARD);
        try (ZipFile zip = new ZipFile(archive.toFile(), "ebb".toCharArray())) {
            zip.addFolder(dig.toFile(), parameters);
        }
        assertThat(Jobs.extract(archive, "ebb", folder.resolve("out")).isComplete()).isTrue();
        assertThat(folder.resolve("out/dig/levels.csv")).hasContent(TEXT);
        assertThatThrownBy(() -> Jobs.open(archive, "Ebb")).isInstanceOf(WrongPassword.class);
    }

    /** One byte is all there is to tell a wrong password by: one in 256 passes it. */
    @Test
    void noWrongPasswordOpensTraditionalEncryption() throws IOException {
        Path small = Files.writeString(folder.resolve("small.txt"), "small");
        Jobs.pack(
                archive, PackOptions.STANDARD.withProtection(Protection.TRADITIONAL), "ebb", small);
        for (int i = 0; i < 1_500; i++) {
            String wrong = "ebb" + i;
            assertThatThrownBy(() -> Jobs.open(archive, wrong)).isInstanceOf(LacunaException.class);
        }
    }

    @Test
    void traditionalEncryptionNeverHidesNames() {
        PackOptions weak = PackOptions.STANDARD.withProtection(Protection.TRADITIONAL);
        assertThatThrownBy(() -> weak.withNames(Names.HIDDEN))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void whatCanNotBeMadeSmallerIsStored() throws IOException {
        byte[] noise = new byte[300_000];
        new Random(1).nextBytes(noise);
        Path small = Files.write(folder.resolve("small.jpg"), Arrays.copyOf(noise, 900));
        Path middle = Files.write(folder.resolve("middle.jpg"), noise);
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", small, middle);
        try (OpenedArchive reader = Jobs.open(archive, "ebb")) {
            assertThat(reader.listing().entries())
                    .extracting(ArchiveEntry::method)
                    .containsExactly("stored", "stored");
        }
    }
}
