package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Limits;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Progress;
import app.lacuna.common.ProgressListener;
import app.lacuna.error.LimitExceeded;
import app.lacuna.io.ByteSource;
import app.lacuna.io.MemorySource;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Entries are found by what stands around them, whatever one of them has wrong. */
class SalvageScanTest {
    private static final int DESCRIPTOR = 0x08074b50;

    @TempDir Path folder;

    /** How many of the entries open and are whole. */
    private int whole(byte[] archive) throws IOException {
        Path file = Files.write(folder.resolve("a.zip"), archive);
        int whole = 0;
        try (Salvage salvage =
                        Salvage.open(
                                file,
                                Limits.STANDARD,
                                ProgressListener.none(),
                                CancelToken.never());
                Salvaged opened = salvage.open()) {
            for (ArchiveEntry entry : opened.listing().entries()) {
                try (InputStream in = opened.open(entry)) {
                    in.readAllBytes();
                    whole++;
                } catch (IOException damaged) {
                    continue;
                }
            }
        }
        return whole;
    }

    /** As a stream is written: sizes behind the data, 32 bits, with a signature. */
    private static byte[] streamed(int files) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Random random = new Random(5);
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (int i = 0; i < files; i++) {
                byte[] bytes = new byte[500 + i];
                random.nextBytes(bytes);
                zip.putNextEntry(new ZipEntry("C-" + i + ".jpg"));
                zip.write(bytes);
                zip.closeEntry();
            }
        }
        return out.toByteArray();
    }

    private static List<Integer> positions(byte[] archive, int signature) {
        List<Integer> found = new ArrayList<>();
        ByteBuffer in = ByteBuffer.wrap(archive).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i + 4 <= archive.length; i++) {
            if (in.getInt(i) == signature) {
                found.add(i);
            }
        }
        return found;
    }

    @Test
    void oneWrongBitThatHidesADescriptorCostsNothingWhileTheListIsLeft() throws IOException {
        byte[] archive = streamed(50);
        int descriptor = positions(archive, DESCRIPTOR).get(10);
        for (int at : new int[] {0, 8}) {
            byte[] wrong = archive.clone();
            wrong[descriptor + at] ^= 4;
            assertThat(whole(wrong)).as("byte %d", at).isEqualTo(50);
        }
    }

    @Test
    void oneWrongBitInADescriptorCostsAtMostItsEntry() throws IOException {
        byte[] archive = streamed(50);
        int directory = positions(archive, ZipConstants.CENTRAL_HEADER).get(0);
        byte[] cut = Arrays.copyOf(archive, directory);
        for (int descriptor : positions(archive, DESCRIPTOR)) {
            for (int at : new int[] {0, 4, 8, 12}) {
                byte[] wrong = cut.clone();
                wrong[descriptor + at] ^= 4;
                assertThat(whole(wrong)).isGreaterThanOrEqualTo(49);
            }
        }
    }

    @Test
    void descriptorsOfAllFourKindsAreFound() throws IOException {
        for (boolean wide : new boolean[] {false, true}) {
            for (boolean signed : new boolean[] {false, true}) {
                ByteArrayOutputStream out = new ByteArrayOutputStream();
                for (int i = 0; i < 20; i++) {
                    out.write(entry("C-" + i, ("level " + i).repeat(i), wide, signed));
                }
                assertThat(whole(out.toByteArray())).as("%s %s", wide, signed).isEqualTo(20);
            }
        }
    }

    @Test
    void emptyStreamedEntriesAreNothingOfGigabytes() throws IOException {
        for (boolean wide : new boolean[] {false, true}) {
            for (boolean signed : new boolean[] {false, true}) {
                ByteArrayOutputStream out = new ByteArrayOutputStream();
                for (int i = 0; i < 20; i++) {
                    out.write(entry("C-" + i, i % 2 == 0 ? "" : "find", wide, signed));
                }
                byte[] archive = out.toByteArray();
                assertThat(whole(archive)).as("%s %s", wide, signed).isEqualTo(20);
                Path file = folder.resolve("a.zip");
                try (Salvage salvage =
                        Salvage.open(
                                file,
                                Limits.STANDARD,
                                ProgressListener.none(),
                                CancelToken.never())) {
                    assertThat(salvage.outside().entries()).allMatch(entry -> entry.size() <= 4);
                }
            }
        }
    }

    @Test
    void archiveInTheArchiveIsNotTakenApart() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.setLevel(0);
            zip.putNextEntry(new ZipEntry("inner.zip"));
            zip.write(streamed(20));
            zip.closeEntry();
            zip.putNextEntry(new ZipEntry("notes.txt"));
            zip.write(1);
            zip.closeEntry();
        }
        byte[] archive = out.toByteArray();
        assertThat(whole(Arrays.copyOf(archive, archive.length - 30))).isEqualTo(2);
    }

    @Test
    void limitsHoldHereToo() throws IOException {
        Path file = Files.write(folder.resolve("a.zip"), streamed(50));
        Limits few = new Limits(40, Limits.STANDARD.ratio());
        assertThatThrownBy(
                        () -> Salvage.open(file, few, ProgressListener.none(), CancelToken.never()))
                .isInstanceOf(LimitExceeded.class);
    }

    /** The window slides: an entry costs its own bytes and not a window of its own. */
    @Test
    void littleMoreThanTheArchiveIsRead() throws IOException {
        byte[] archive = streamed(2_000);
        MemorySource memory = new MemorySource(archive);
        long[] read = {0};
        ByteSource counting =
                new ByteSource() {
                    @Override
                    public int read(ByteBuffer into, long position) throws IOException {
                        int count = memory.read(into, position);
                        read[0] += Math.max(0, count);
                        return count;
                    }

                    @Override
                    public long size() throws IOException {
                        return memory.size();
                    }

                    @Override
                    public void close() {}
                };
        LocalScan scan = new LocalScan(counting, Limits.STANDARD, CancelToken.never());
        scan.run();
        assertThat(scan.records()).hasSize(2_000);
        assertThat(read[0]).isLessThan(3L * archive.length);
    }

    /** A stored entry with its sizes behind it (4.3.9). */
    private static byte[] entry(String name, String text, boolean wide, boolean signed) {
        byte[] data = text.getBytes(StandardCharsets.UTF_8);
        byte[] names = name.getBytes(StandardCharsets.UTF_8);
        CRC32 crc = new CRC32();
        crc.update(data);
        ByteBuffer out = ByteBuffer.allocate(200 + data.length).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0x04034b50).putShort((short) (wide ? 45 : 20)).putShort((short) 8);
        out.putShort((short) 0).putInt(0x21_0000).putInt(0).putInt(0).putInt(0);
        out.putShort((short) names.length).putShort((short) 0).put(names).put(data);
        if (signed) {
            out.putInt(DESCRIPTOR);
        }
        out.putInt((int) crc.getValue());
        if (wide) {
            out.putLong(data.length).putLong(data.length);
        } else {
            out.putInt(data.length).putInt(data.length);
        }
        return Arrays.copyOf(out.array(), out.position());
    }

    @Test
    void howFarItHasLookedIsTold() throws IOException {
        Path file = folder.resolve("told.zip");
        byte[] noise = new byte[700_000];
        new java.util.Random(8).nextBytes(noise);
        Files.write(file, noise);
        List<Progress> told = new java.util.concurrent.CopyOnWriteArrayList<>();
        assertThatThrownBy(
                        () -> Salvage.open(file, Limits.STANDARD, told::add, CancelToken.never()))
                .isInstanceOf(app.lacuna.error.NotAnArchive.class);
        assertThat(told.get(0).totalBytes()).isEqualTo(700_000);
        assertThat(told.get(told.size() - 1).doneBytes()).isEqualTo(700_000);
    }
}
