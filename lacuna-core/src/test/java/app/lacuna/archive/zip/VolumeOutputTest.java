package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.VolumeTarget;
import app.lacuna.error.TooManyParts;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** APPNOTE 6.3.10, 8.5. */
class VolumeOutputTest {
    private static final int PART = 100_000;

    @TempDir Path folder;
    private final List<FileChannel> parts = new ArrayList<>();
    private VolumeOutput out;
    private byte[] expected = {'P', 'K', 7, 8};

    @BeforeEach
    void open() throws IOException {
        out = new VolumeOutput(new Parts(), PART);
    }

    private final class Parts implements VolumeTarget {
        @Override
        public FileChannel add() throws IOException {
            Path file = folder.resolve(String.valueOf(parts.size()));
            parts.add(
                    FileChannel.open(
                            file,
                            StandardOpenOption.CREATE,
                            StandardOpenOption.TRUNCATE_EXISTING,
                            StandardOpenOption.READ,
                            StandardOpenOption.WRITE));
            return parts.get(parts.size() - 1);
        }

        @Override
        public void removeLast() throws IOException {
            parts.remove(parts.size() - 1).close();
            Files.delete(folder.resolve(String.valueOf(parts.size())));
        }
    }

    @AfterEach
    void close() throws IOException {
        for (FileChannel part : parts) {
            part.close();
        }
    }

    private void write(int length) throws IOException {
        byte[] bytes = new byte[length];
        new Random(length).nextBytes(bytes);
        out.write(bytes, 0, length);
        int before = expected.length;
        expected = Arrays.copyOf(expected, before + length);
        System.arraycopy(bytes, 0, expected, before, length);
    }

    private byte[] written() throws IOException {
        out.flush();
        byte[] all = new byte[0];
        for (int i = 0; i < parts.size(); i++) {
            byte[] part = Files.readAllBytes(folder.resolve(String.valueOf(i)));
            int before = all.length;
            all = Arrays.copyOf(all, before + part.length);
            System.arraycopy(part, 0, all, before, part.length);
        }
        return all;
    }

    @Test
    void dataGoesOnFromPartToPart() throws IOException {
        write(2 * PART);
        write(50_000);
        assertThat(written()).isEqualTo(expected);
        assertThat(parts).hasSize(3);
        assertThat(out.place(PART - 1)).isEqualTo(new Place(0, PART - 1));
        assertThat(out.place(PART)).isEqualTo(new Place(1, 0));
        assertThat(out.position()).isEqualTo(expected.length);
    }

    @Test
    void whatBelongsTogether_beginsANewPartIfItDoesNotFit() throws IOException {
        write(PART - 14);
        out.keepTogether(10);
        assertThat(parts).hasSize(1);
        out.keepTogether(11);
        assertThat(parts).hasSize(2);
    }

    @Test
    void patch_reachesEveryPart() throws IOException {
        write(2 * PART);
        for (int at : new int[] {PART / 2, PART + 5, 2 * PART + 1}) {
            byte[] patch = {9, 9, 9};
            out.patch(at, patch);
            System.arraycopy(patch, 0, expected, at, 3);
        }
        assertThat(written()).isEqualTo(expected);
    }

    @Test
    void truncate_takesPartsAway_andWritingGoesOn() throws IOException {
        write(3 * PART);
        out.truncate(3 * PART - 10);
        assertThat(parts).hasSize(3);
        out.truncate(PART / 2);
        expected = Arrays.copyOf(expected, PART / 2);
        assertThat(parts).hasSize(1);
        assertThat(written()).isEqualTo(expected);
        write(PART);
        assertThat(written()).isEqualTo(expected);
        assertThat(parts).hasSize(2);
    }

    /** 8.5.4: an archive of a single part begins with another marker. */
    @Test
    void onePart_isMarkedAsOne() throws IOException {
        write(10);
        out.finish();
        assertThat(Arrays.copyOf(written(), 4)).isEqualTo(new byte[] {'P', 'K', '0', '0'});
    }

    @Test
    void partsThatAreTooSmall_orTooMany_areRefused() throws IOException {
        assertThatThrownBy(() -> new VolumeOutput(new Parts(), PART - 1))
                .isInstanceOf(IllegalArgumentException.class);
        while (parts.size() < 999) {
            out.keepTogether(PART + 1);
        }
        assertThatThrownBy(() -> out.keepTogether(PART + 1)).isInstanceOf(TooManyParts.class);
    }
}
