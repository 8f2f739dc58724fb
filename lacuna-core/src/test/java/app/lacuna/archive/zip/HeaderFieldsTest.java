package app.lacuna.archive.zip;

import static app.lacuna.archive.zip.LocalBytes.int16;
import static app.lacuna.archive.zip.LocalBytes.int32;
import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Level;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.zip.CRC32;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Every header field against APPNOTE.TXT 6.3.x, read by hand from the raw bytes. */
class HeaderFieldsTest {
    private static final byte[] DATA = "123456789".getBytes(StandardCharsets.US_ASCII);

    @TempDir Path folder;
    private Path file;

    @BeforeEach
    void write() throws IOException {
        file = Files.write(folder.resolve("ü.txt"), DATA);
        LocalDateTime time = LocalDateTime.of(2026, 11, 24, 14, 20, 31);
        Files.setLastModifiedTime(
                file, FileTime.from(time.atZone(ZoneId.systemDefault()).toInstant()));
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r-----"));
    }

    private byte[] pack(Protection protection, Level level) throws IOException {
        PackOptions options = PackOptions.STANDARD.withProtection(protection).withLevel(level);
        return Files.readAllBytes(TestTrees.pack(folder.resolve("a.zip"), options, "p", file));
    }

    @Test
    void plainLocalHeader() throws IOException {
        byte[] zip = pack(Protection.NONE, Level.STORE);
        assertThat(int32(zip, 0)).as("4.3.7 signature").isEqualTo(0x04034b50);
        assertThat(int16(zip, 4)).as("4.4.3 version needed").isEqualTo(20);
        assertThat(int16(zip, 6)).as("4.4.4 flags: UTF-8").isEqualTo(1 << 11);
        assertThat(int16(zip, 8)).as("4.4.5 method").isZero();
        assertThat(int16(zip, 10)).as("4.4.6 time").isEqualTo(14 << 11 | 20 << 5 | 31 / 2);
        assertThat(int16(zip, 12)).as("4.4.6 date").isEqualTo(46 << 9 | 11 << 5 | 24);
        // The published check value of CRC-32 for "123456789".
        assertThat(int32(zip, 14)).as("4.4.7 CRC-32").isEqualTo(0xcbf43926);
        assertThat(int32(zip, 18)).as("4.4.8 packed size").isEqualTo(9);
        assertThat(int32(zip, 22)).as("4.4.9 size").isEqualTo(9);
        assertThat(int16(zip, 26)).as("4.4.10 name length").isEqualTo(6);
        assertThat(new String(zip, 30, 6, StandardCharsets.UTF_8)).isEqualTo("ü.txt");
        int data = LocalBytes.dataStart(zip, 0);
        assertThat(new String(zip, data, 9, StandardCharsets.US_ASCII)).isEqualTo("123456789");
    }

    @Test
    void encryptedLocalHeader() throws IOException {
        Files.writeString(file, "123456789".repeat(20));
        byte[] zip = pack(Protection.AES_192, Level.BALANCED);
        assertThat(int16(zip, 4)).as("version needed").isEqualTo(51);
        assertThat(int16(zip, 6)).as("flags: encrypted, UTF-8").isEqualTo(1 | 1 << 11);
        assertThat(int16(zip, 8)).as("method: AES").isEqualTo(99);
        assertThat(int32(zip, 14)).as("AE-2 keeps no CRC-32").isZero();
        int extra = 30 + 6;
        assertThat(int16(zip, extra)).as("AES extra field").isEqualTo(0x9901);
        assertThat(int16(zip, extra + 2)).as("its length").isEqualTo(7);
        assertThat(int16(zip, extra + 4)).as("vendor version").isEqualTo(2);
        assertThat(new String(zip, extra + 6, 2, StandardCharsets.US_ASCII)).isEqualTo("AE");
        assertThat(zip[extra + 8]).as("strength: 192 bits").isEqualTo((byte) 2);
        assertThat(int16(zip, extra + 9)).as("real method: deflate").isEqualTo(8);
        assertThat(int16(zip, extra + 11)).as("extended timestamp").isEqualTo(0x5455);
        assertThat(int32(zip, extra + 16))
                .isEqualTo((int) Files.getLastModifiedTime(file).toInstant().getEpochSecond());
    }

    @Test
    void encryptedSizeCountsSaltVerificationValueAndCode() throws IOException {
        byte[] zip = pack(Protection.AES_256, Level.STORE);
        assertThat(int32(zip, 18)).isEqualTo(16 + 2 + 9 + 10);
        assertThat(int32(pack(Protection.AES_128, Level.STORE), 18)).isEqualTo(8 + 2 + 9 + 10);
    }

    @Test
    void unixModeStandsInTheLocalHeaderWithItsOwnCrc() throws IOException {
        byte[] zip = pack(Protection.NONE, Level.STORE);
        int extra = 30 + 6 + 9; // behind the extended timestamp
        assertThat(int16(zip, extra)).as("ASi Unix").isEqualTo(0x756e);
        assertThat(int16(zip, extra + 8)).isEqualTo(0100640);
        CRC32 crc = new CRC32();
        crc.update(zip, extra + 8, 10);
        assertThat(int32(zip, extra + 4)).isEqualTo((int) crc.getValue());
    }

    @Test
    void centralHeaderAndEnd() throws IOException {
        byte[] zip = pack(Protection.NONE, Level.STORE);
        int end = zip.length - 22;
        assertThat(int32(zip, end)).as("4.3.16 signature").isEqualTo(0x06054b50);
        assertThat(int16(zip, end + 8)).as("4.4.21 entries here").isEqualTo(1);
        assertThat(int16(zip, end + 10)).as("4.4.22 entries").isEqualTo(1);
        int size = int32(zip, end + 12);
        int start = int32(zip, end + 16);
        assertThat(start + size).as("4.4.23, 4.4.24").isEqualTo(end);
        assertThat(int32(zip, start)).as("4.3.12 signature").isEqualTo(0x02014b50);
        assertThat(int16(zip, start + 4)).as("4.4.2 made by: Unix, 6.3").isEqualTo(3 << 8 | 63);
        assertThat(int32(zip, start + 16)).as("CRC-32").isEqualTo(0xcbf43926);
        assertThat(int32(zip, start + 38)).as("4.4.15: mode").isEqualTo(0100640 << 16);
        assertThat(int32(zip, start + 42)).as("4.4.16: offset").isZero();
    }

    @Test
    void foldersEndWithASlashAndAreNotEncrypted() throws IOException {
        Path sub = Files.createDirectory(folder.resolve("sub"));
        byte[] zip =
                Files.readAllBytes(
                        TestTrees.pack(folder.resolve("b.zip"), PackOptions.STANDARD, "p", sub));
        assertThat(new String(zip, 30, 4, StandardCharsets.UTF_8)).isEqualTo("sub/");
        assertThat(int16(zip, 6) & 1).isZero();
        int central = int32(zip, zip.length - 22 + 16);
        assertThat(int32(zip, central + 38) & 0x10).as("DOS folder bit").isEqualTo(0x10);
    }

    @Test
    void emptyFileIsStored() throws IOException {
        Files.write(file, new byte[0]);
        byte[] zip = pack(Protection.NONE, Level.SMALL);
        assertThat(int16(zip, 8)).isZero();
        assertThat(int32(zip, 18)).isZero();
    }
}
