package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Level;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.io.RandomAccessFile;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import net.lingala.zip4j.ZipFile;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** ZIP64: more entries and larger entries than 16 and 32 bits can count. */
@Tag("slow")
class LargeArchiveTest {
    @TempDir Path folder;

    @Test
    void seventyThousandEntries() throws IOException {
        int count = 70_000;
        Path file = Files.writeString(folder.resolve("f"), "x");
        Path archive = folder.resolve("many.zip");
        PackOptions options =
                PackOptions.STANDARD.withProtection(Protection.NONE).withLevel(Level.STORE);
        try (FileChannel channel =
                        FileChannel.open(
                                archive, StandardOpenOption.CREATE, StandardOpenOption.WRITE);
                ZipWriter writer =
                        new ZipWriter(channel, options, Optional.empty(), new SecureRandom())) {
            List<FileItem> items = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                items.add(new FileItem(file, "f" + i, ItemKind.FILE, 1, TestTrees.TIME, 0644));
            }
            writer.addAll(items, new TestWatch());
            writer.finish();
        }
        try (OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), "")) {
            List<ArchiveEntry> entries = reader.listing().entries();
            assertThat(entries).hasSize(count);
            assertThat(TestTrees.read(reader, entries.get(count - 1))).containsExactly('x');
        }
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            assertThat(zip.getFileHeaders()).hasSize(count);
            try (InputStream in = zip.getInputStream(zip.getFileHeader("f69999"))) {
                assertThat(in.readAllBytes()).containsExactly('x');
            }
        }
    }

    /** A sparse file of 4.5 GB is cheap to read and deflates to a few megabytes. */
    @Test
    void oneEntryOverFourGigabytes() throws IOException {
        long size = 4_500_000_000L;
        Path file = folder.resolve("film.raw");
        try (RandomAccessFile sparse = new RandomAccessFile(file.toFile(), "rw")) {
            sparse.setLength(size);
            sparse.seek(size - 1);
            sparse.write('!');
        }
        Path after = Files.writeString(folder.resolve("z-after.txt"), "after");
        Path archive = folder.resolve("large.zip");
        PackOptions options = PackOptions.STANDARD.withLevel(Level.FAST);
        TestTrees.pack(archive, options, "p", file, after);
        assertThat(Files.size(archive)).isLessThan(100_000_000);
        try (OpenedArchive reader = OpenedFile.of(ZipReader.open(archive), "p")) {
            ArchiveEntry film = reader.listing().entries().get(0);
            assertThat(film.size()).isEqualTo(size);
            assertThat(lastByteAndLength(reader, film)).isEqualTo(new long[] {'!', size});
            assertThat(TestTrees.read(reader, reader.listing().entries().get(1)))
                    .asString()
                    .isEqualTo("after");
        }
        try (ZipFile zip = new ZipFile(archive.toFile(), "p".toCharArray())) {
            assertThat(zip.getFileHeader("film.raw").getUncompressedSize()).isEqualTo(size);
            try (InputStream in = zip.getInputStream(zip.getFileHeader("z-after.txt"))) {
                assertThat(in.readAllBytes()).asString().isEqualTo("after");
            }
        }
    }

    private static long[] lastByteAndLength(OpenedArchive reader, ArchiveEntry entry)
            throws IOException {
        byte[] buffer = new byte[1 << 16];
        long length = 0;
        long last = -1;
        try (InputStream in = reader.open(entry)) {
            int count;
            while ((count = in.read(buffer)) > 0) {
                length += count;
                last = buffer[count - 1];
            }
        }
        return new long[] {last, length};
    }
}
