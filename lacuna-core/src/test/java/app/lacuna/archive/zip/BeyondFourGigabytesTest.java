package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import java.io.IOException;
import java.io.InputStream;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Optional;
import java.util.zip.CRC32;
import net.lingala.zip4j.ZipFile;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Offsets and sizes that 32 bits can not hold, in sparse files that take no room. */
@Tag("slow")
class BeyondFourGigabytesTest {
    private static final long HOLE = 4_400_000_000L;

    @TempDir Path folder;
    private Path archive;

    @BeforeEach
    void name() {
        archive = folder.resolve("a.zip");
    }

    @Test
    void entriesBeyondFourGigabytesAreWrittenAndReadWhereTheyAre() throws IOException {
        Path file = Files.writeString(folder.resolve("levels.csv"), "1;2".repeat(50));
        try (FileChannel channel =
                        FileChannel.open(
                                archive, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
                Secret secret = TestTrees.secret("ebb");
                ZipWriter writer =
                        new ZipWriter(
                                new ChannelOutput(channel, HOLE),
                                PackOptions.STANDARD,
                                Optional.of(secret),
                                new SecureRandom())) {
            writer.addAll(TestTrees.scan(file).items(), new TestWatch());
            writer.finish();
        }

        try (OpenedArchive reader = OpenedFile.of(ZipArchives.open(archive), "ebb")) {
            ArchiveEntry entry = reader.listing().entries().get(0);
            assertThat(TestTrees.read(reader, entry)).isEqualTo(Files.readAllBytes(file));
        }
        try (ZipFile zip = new ZipFile(archive.toFile(), "ebb".toCharArray());
                InputStream in = zip.getInputStream(zip.getFileHeader("levels.csv"))) {
            assertThat(in.readAllBytes()).isEqualTo(Files.readAllBytes(file));
        }
    }

    @Test
    void sizesOf64BitsBehindTheDataAreFoundWithoutTheList() throws IOException {
        for (boolean signed : new boolean[] {true, false}) {
            Files.deleteIfExists(archive);
            try (RandomAccessFile out = new RandomAccessFile(archive.toFile(), "rw")) {
                out.write(local("film.raw"));
                out.seek(out.getFilePointer() + HOLE);
                out.write(descriptor(0, HOLE, signed));
                out.write(local("notes.txt"));
                byte[] text = "square C-104".getBytes(StandardCharsets.UTF_8);
                out.write(text);
                CRC32 crc = new CRC32();
                crc.update(text);
                out.write(descriptor((int) crc.getValue(), text.length, signed));
            }

            try (Salvage salvage =
                            Salvage.open(
                                    archive,
                                    Limits.NONE,
                                    ProgressListener.none(),
                                    CancelToken.never());
                    Salvaged opened = salvage.open()) {
                assertThat(opened.listing().entries())
                        .extracting(ArchiveEntry::path)
                        .containsExactly("film.raw", "notes.txt");
                assertThat(opened.listing().entries().get(0).size()).isEqualTo(HOLE);
                byte[] notes = TestTrees.read(opened, opened.listing().entries().get(1));
                assertThat(notes).asString().isEqualTo("square C-104");
            }
        }
    }

    /** Stored, with its sizes behind it (APPNOTE 4.3.9.2: of 64 bits). */
    private static byte[] local(String name) {
        byte[] names = name.getBytes(StandardCharsets.UTF_8);
        ByteBuffer out = ByteBuffer.allocate(30 + names.length).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0x04034b50).putShort((short) 45).putShort((short) 8).putShort((short) 0);
        out.putInt(0x21_0000).putInt(0).putInt(0).putInt(0);
        out.putShort((short) names.length).putShort((short) 0).put(names);
        return out.array();
    }

    private static byte[] descriptor(int crc, long size, boolean signed) {
        ByteBuffer out = ByteBuffer.allocate(24).order(ByteOrder.LITTLE_ENDIAN);
        if (signed) {
            out.putInt(0x08074b50);
        }
        out.putInt(crc).putLong(size).putLong(size);
        return Arrays.copyOf(out.array(), out.position());
    }
}
