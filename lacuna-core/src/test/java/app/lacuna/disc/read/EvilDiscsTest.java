package app.lacuna.disc.read;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.Share;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.Secret;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.Recovery;
import app.lacuna.extract.ExtractReport;
import app.lacuna.job.Archives;
import app.lacuna.job.Discs;
import app.lacuna.job.DiscsRepaired;
import app.lacuna.job.DiscsResult;
import app.lacuna.job.Jobs;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Random;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Discs that somebody has changed: nothing else comes out of them, and nothing breaks. */
class EvilDiscsTest {
    private static final long DISC = 3_000_000;

    @TempDir Path folder;

    private DiscsResult write(Spread spread, Recovery recovery) throws IOException {
        Path tree = Discs.photographs(folder, 5, 300_000);
        Path out = Files.createDirectory(folder.resolve("out"));
        return Discs.write(
                Discs.order(DISC, spread, recovery),
                PackOptions.STANDARD.withNames(Names.VISIBLE),
                out,
                tree);
    }

    private static void put(Path file, long position, byte... bytes) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
            channel.write(ByteBuffer.wrap(bytes), position);
        }
    }

    /** Opens it and takes everything out, as far as that goes. */
    private void survives(Path image, Path season, int number) throws IOException {
        Path back = folder.resolve("back " + number);
        try (ArchiveReader reader = Archives.open(image);
                Secret secret = Secret.takeOver(Discs.PASSWORD.toCharArray());
                OpenedArchive opened =
                        reader.needsPassword() ? reader.open(secret) : reader.open()) {
            ExtractReport report = Jobs.extract(opened, back);
            for (var entry : report.entries()) {
                boolean photograph =
                        entry.result().cameOut() && entry.entry().path().endsWith(".jpg");
                if (photograph && reader.needsPassword()) {
                    Path original = season.resolveSibling(entry.entry().path());
                    assertThat(entry.target().orElseThrow()).hasSameBinaryContentAs(original);
                }
            }
        } catch (IOException e) {
            assertThat(e.getMessage()).isNotNull(); // told, and nothing came out
        }
    }

    @Test
    void anyByteOfADiscMayBeAnother() throws IOException {
        DiscsResult set = write(Spread.OPEN_ALONE, Recovery.NONE);
        Path image = set.images().get(0);
        byte[] before = Files.readAllBytes(image);
        Random random = new Random(11);
        for (int i = 0; i < 150 / Share.every(30); i++) {
            // descriptors and directories, the archive's start and its end
            int at = i % 2 == 0 ? 32_768 + random.nextInt(80_000) : random.nextInt(before.length);
            put(image, at, (byte) (before[at] ^ (1 << random.nextInt(8))));
            survives(image, folder.resolve("season"), i);
            put(image, at, before[at]);
        }
    }

    @Test
    void aDiscMayBeCutAnywhere() throws IOException {
        DiscsResult set = write(Spread.TOGETHER, Recovery.SCRATCHES);
        Path image = set.images().get(0);
        byte[] before = Files.readAllBytes(image);
        for (int length = before.length;
                length >= 0;
                length -= before.length / (50 / Share.every(15)) + 1) {
            Files.write(image, java.util.Arrays.copyOf(before, length));
            survives(image, folder.resolve("season"), length);
        }
    }

    @Test
    void recoveryDataThatClaimsTooMuchIsNone() throws IOException {
        DiscsResult set = write(Spread.OPEN_ALONE, Recovery.ONE_DISC);
        Path recovery = set.images().get(set.discs().size() - 1);
        byte[] bytes = Files.readAllBytes(recovery);
        for (long claimed : new long[] {1L << 31, 1L << 39, Long.MAX_VALUE}) {
            byte[] changed = bytes.clone();
            for (int at = 0; at < changed.length; at += 2048) {
                if (new String(changed, at, 8, java.nio.charset.StandardCharsets.US_ASCII)
                        .equals("LACUREC1")) {
                    claim(changed, at, claimed);
                }
            }
            Files.write(recovery, changed);
            Path out = Files.createDirectory(folder.resolve("repaired " + claimed));
            try {
                DiscsRepaired report = Discs.repair(List.of(recovery), out);
                assertThat(report.isComplete()).isFalse();
            } catch (IOException e) {
                assertThat(e.getMessage()).isNotNull();
            }
        }
    }

    private static void claim(byte[] bytes, int at, long stripes) {
        ByteBuffer header = ByteBuffer.wrap(bytes, at, 2048).slice().order(ByteOrder.LITTLE_ENDIAN);
        header.putLong(36, stripes);
        header.putLong(68, stripes);
        header.putLong(86, stripes);
        CRC32 sum = new CRC32();
        sum.update(bytes, at, 2044);
        header.putInt(2044, (int) sum.getValue());
    }

    @Test
    void aPasswordFromElsewhereOpensNothingWhereverTheDiscsAre() throws IOException {
        DiscsResult set = write(Spread.OPEN_ALONE, Recovery.NONE);
        List<Path> images = set.images();
        try (ArchiveReader reader = Archives.discs(images, Limits.STANDARD, Nested.AS_A_FILE);
                Secret wrong = Secret.takeOver("another".toCharArray())) {
            assertThat(reader.mayBeOpenedBy(List.of(wrong))).containsExactly(false);
            org.assertj.core.api.Assertions.assertThatThrownBy(() -> reader.open(wrong))
                    .isInstanceOf(app.lacuna.error.WrongPassword.class);
        }
    }
}
