package app.lacuna.reedsolomon;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.Share;
import app.lacuna.common.CancelToken;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSources;
import app.lacuna.reedsolomon.RecoveryHeader.SetId;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Discs with rings that can not be read, discs that are gone, and discs that lie. */
class DiscRepairTest {
    private static final SetId SET = new SetId(0x0123456789abcdefL, -2);

    @TempDir Path folder;

    /** A disc on which some stretches can not be read. */
    private static final class Scratched implements ByteSource {
        private final ByteSource disc;
        private final List<long[]> rings = new ArrayList<>();

        Scratched(Path image) throws IOException {
            disc = FileSources.open(image, FileSources.Way.AS_THE_SYSTEM_LIKES);
        }

        Scratched ring(long from, long length) {
            rings.add(new long[] {from, from + length});
            return this;
        }

        @Override
        public int read(ByteBuffer into, long position) throws IOException {
            for (long[] ring : rings) {
                if (position < ring[1] && position + into.remaining() > ring[0]) {
                    throw new IOException("can not be read");
                }
            }
            return disc.read(into, position);
        }

        @Override
        public long size() throws IOException {
            return disc.size();
        }

        @Override
        public void close() throws IOException {
            disc.close();
        }
    }

    private Path disc(String name, int sectors, int seed) throws IOException {
        byte[] bytes = new byte[sectors * Sector.BYTES];
        new Random(seed).nextBytes(bytes);
        return Files.write(folder.resolve(name), bytes);
    }

    private static FileChannel readWrite(Path file) throws IOException {
        return FileChannel.open(
                file, StandardOpenOption.CREATE, StandardOpenOption.READ, StandardOpenOption.WRITE);
    }

    private static RecoveryHeader withRecovery(Path disc, long room) throws IOException {
        RecoveryHeader header =
                RecoveryPlan.withinDisc(SET, 2, 3, Files.size(disc), room).orElseThrow();
        try (FileChannel image = readWrite(disc)) {
            new RecoveryWriter(header, image, count -> {}, CancelToken.never()).ofThisDisc();
        }
        assertThat(header.fileBytes()).isLessThanOrEqualTo(room);
        return header;
    }

    private RepairReport repair(ByteSource disc, Path into) throws IOException {
        RecoveryHeader header = RecoveryFinder.find(disc, CancelToken.never()).orElseThrow();
        try (FileChannel image = readWrite(into)) {
            return new DiscRepair(disc, header, count -> {}, CancelToken.never()).into(image);
        }
    }

    /** The longest ring that is promised, at the start, in the middle, at and across the ends. */
    @Test
    void aRingOfThePromisedLengthIsRepairedWhereverItIs() throws IOException {
        Path disc = disc("a.iso", 1_200, 1);
        RecoveryHeader header = withRecovery(disc, 120 * Sector.BYTES);
        byte[] whole = Files.readAllBytes(disc);
        long promised = header.longestScratchBytes();
        assertThat(promised).isGreaterThan(60 * Sector.BYTES);
        Random random = new Random(2);
        List<Long> places = new ArrayList<>(List.of(0L, whole.length - promised));
        for (int i = 0; i < 12 / Share.every(12); i++) {
            places.add(random.nextLong(whole.length - promised) / Sector.BYTES * Sector.BYTES);
        }
        places.add(header.firstTable() * Sector.BYTES - promised / 2);
        for (long place : places) {
            Path out = folder.resolve("repaired.iso");
            RepairReport report;
            try (Scratched scratched = new Scratched(disc).ring(place, promised)) {
                report = repair(scratched, out);
            }
            assertThat(report.isWhole()).as("ring at %d", place).isTrue();
            assertThat(Files.readAllBytes(out)).as("ring at %d", place).isEqualTo(whole);
            Files.delete(out);
        }
    }

    /** Also across the border of data and recovery file, in layouts of many sizes. */
    @Test
    void scratchOfPromisedLength_hitsNoStripeTooOften() {
        Random random = new Random(5);
        for (int layout = 0; layout < 60; layout++) {
            long sectors = 50 + random.nextInt(4_000);
            long room = (10 + random.nextInt((int) sectors)) * (long) Sector.BYTES;
            Optional<RecoveryHeader> plan =
                    RecoveryPlan.withinDisc(SET, 1, 1, sectors * Sector.BYTES, room);
            plan.ifPresent(DiscRepairTest::assertNoStripeIsHitTooOften);
        }
    }

    private static void assertNoStripeIsHitTooOften(RecoveryHeader header) {
        int all = (int) (header.fileSector() + header.fileSectors());
        int[] stripes = new int[all];
        Arrays.fill(stripes, -1);
        for (int sector = 0; sector < header.protectedSectors(); sector++) {
            stripes[sector] = (int) (sector % header.stripes());
        }
        for (int row = 0; row < header.parityShards(); row++) {
            for (int stripe = 0; stripe < header.stripes(); stripe++) {
                long at = header.firstParity() + header.paritySector(row, stripe);
                assertThat(stripes[(int) at]).isEqualTo(-1);
                stripes[(int) at] = stripe;
            }
        }
        int length = (int) (header.longestScratchBytes() / Sector.BYTES);
        int[] hits = new int[(int) header.stripes()];
        for (int sector = 0; sector < all; sector++) {
            if (stripes[sector] >= 0) {
                hits[stripes[sector]]++;
                assertThat(hits[stripes[sector]])
                        .as("%s, window that ends at %d", header, sector)
                        .isLessThanOrEqualTo(header.parityShards());
            }
            int behind = sector - length + 1;
            if (behind >= 0 && stripes[behind] >= 0) {
                hits[stripes[behind]]--;
            }
        }
    }

    @Test
    void scratchAcrossTheBorder_isRepaired() throws IOException {
        Path disc = disc("a.iso", 630, 6);
        RecoveryHeader header = withRecovery(disc, 100 * Sector.BYTES);
        byte[] whole = Files.readAllBytes(disc);
        long promised = header.longestScratchBytes();
        for (long before = 1;
                before * Sector.BYTES < promised;
                before += 2L * Share.every(16) + 1) {
            long place = (header.fileSector() - before) * Sector.BYTES;
            Path out = folder.resolve("repaired.iso");
            try (Scratched scratched = new Scratched(disc).ring(place, promised)) {
                assertThat(repair(scratched, out).isWhole()).as("%d before", before).isTrue();
            }
            assertThat(Files.readAllBytes(out)).as("%d before", before).isEqualTo(whole);
            Files.delete(out);
        }
    }

    /** All copies of the header in the recovery file are unreadable. */
    @Test
    void headersAtTheEndLost_headerAtTheFrontIsFound() throws IOException {
        Path disc = disc("a.iso", 630, 6);
        RecoveryHeader header = withRecovery(disc, 100 * Sector.BYTES);
        try (Scratched scratched = new Scratched(disc)) {
            for (long place : header.headers()) {
                if (place >= header.fileSector()) {
                    scratched.ring(place * Sector.BYTES, Sector.BYTES);
                }
            }
            assertThat(RecoveryFinder.find(scratched, CancelToken.never())).contains(header);
        }
        try (Scratched scratched = new Scratched(disc).ring(0, 16 * Sector.BYTES)) {
            assertThat(RecoveryFinder.find(scratched, CancelToken.never())).contains(header);
        }
    }

    /** Discs of version 1 have their parity in the order of the stripes. */
    @Test
    void discOfVersion1_isRepaired() throws IOException {
        Path disc = disc("a.iso", 630, 6);
        RecoveryHeader now =
                RecoveryPlan.withinDisc(SET, 2, 3, Files.size(disc), 100 * Sector.BYTES)
                        .orElseThrow();
        RecoveryHeader older =
                new RecoveryHeader(
                        1,
                        now.kind(),
                        now.setId(),
                        now.disc(),
                        now.discs(),
                        now.dataShards(),
                        now.parityShards(),
                        now.stripes(),
                        now.protectedSectors(),
                        now.fileSector(),
                        now.paritySectors(),
                        now.lengths());
        try (FileChannel image = readWrite(disc)) {
            new RecoveryWriter(older, image, count -> {}, CancelToken.never()).ofThisDisc();
        }
        byte[] whole = Files.readAllBytes(disc);
        Path out = folder.resolve("repaired.iso");
        try (Scratched scratched = new Scratched(disc).ring(0, older.longestScratchBytes())) {
            assertThat(repair(scratched, out).isWhole()).isTrue();
        }
        assertThat(Files.readAllBytes(out)).isEqualTo(whole);
        assertThat(older.headers()).hasSize(4);
    }

    @Test
    void aLongerRingIsNamedToTheSectorAndTheRestIsThere() throws IOException {
        Path disc = disc("a.iso", 2_000, 3);
        RecoveryHeader header = withRecovery(disc, 200 * Sector.BYTES);
        byte[] whole = Files.readAllBytes(disc);
        long length = header.longestScratchBytes() + 3 * Sector.BYTES;
        Path out = folder.resolve("repaired.iso");
        RepairReport report;
        try (Scratched scratched = new Scratched(disc).ring(100 * Sector.BYTES, length)) {
            report = repair(scratched, out);
        }
        assertThat(report.isWhole()).isFalse();
        byte[] repaired = Files.readAllBytes(out);
        for (RepairReport.Stretch lost : report.beyondRepair()) {
            int from = (int) lost.position();
            int to = from + (int) lost.length();
            assertThat(Arrays.copyOfRange(repaired, from, to)).containsOnly(0);
            System.arraycopy(whole, from, repaired, from, to - from);
        }
        int covered = (int) header.protectedSectors() * Sector.BYTES;
        assertThat(Arrays.equals(repaired, 0, covered, whole, 0, covered)).isTrue();
    }

    /** A drive that gives wrong bytes without a word is found out by the checksums. */
    @Test
    void wrongBytesAreNoticedAndMended() throws IOException {
        Path disc = disc("a.iso", 3_000, 5);
        withRecovery(disc, 400 * Sector.BYTES);
        byte[] whole = Files.readAllBytes(disc);
        byte[] wrong = whole.clone();
        Random random = new Random(6);
        for (int i = 0; i < 60; i++) {
            wrong[random.nextInt(3_000 * Sector.BYTES)] ^= 1;
        }
        Files.write(disc, wrong);
        Path out = folder.resolve("repaired.iso");
        try (ByteSource source = FileSources.open(disc, FileSources.Way.AS_THE_SYSTEM_LIKES)) {
            assertThat(repair(source, out).isWhole()).isTrue();
        }
        assertThat(Files.readAllBytes(out)).isEqualTo(whole);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 10, 100, 1_000, 5_000, 50_000})
    void thePlanFitsIntoItsRoomWhateverThatIs(long room) {
        for (long sectors : new long[] {1, 2, 17, 500, 20_000}) {
            Optional<RecoveryHeader> plan =
                    RecoveryPlan.withinDisc(SET, 1, 1, sectors * Sector.BYTES, room * Sector.BYTES);
            plan.ifPresent(header -> assertThat(header.fileSectors()).isLessThanOrEqualTo(room));
            boolean isAmple = room > sectors / 2 + 200;
            assertThat(plan.isPresent() || !isAmple).isTrue();
        }
    }

    /** A DVD with 250 MB to spare repairs a ring of 200 MB (and nothing is written for that). */
    @Test
    void aDvdWithRoomForItRepairsTwoHundredMegabytes() {
        long used = 4_400_000_000L / Sector.BYTES * Sector.BYTES;
        RecoveryHeader header =
                RecoveryPlan.withinDisc(SET, 1, 1, used, 4_700_372_992L - used).orElseThrow();
        assertThat(header.longestScratchBytes()).isGreaterThan(200_000_000L);
    }

    private record Made(List<Path> discs, List<byte[]> bytes) {}

    private Made set(int parity, int... sectors) throws IOException {
        List<Path> discs = new ArrayList<>();
        List<Long> lengths = new ArrayList<>();
        for (int i = 0; i < sectors.length; i++) {
            discs.add(disc("disc" + (i + 1), sectors[i], 10 + i));
            lengths.add((long) sectors[i] * Sector.BYTES);
        }
        for (int i = 0; i < sectors.length; i++) {
            RecoveryHeader header = RecoveryPlan.ofSet(SET, i + 1, lengths, parity);
            try (FileChannel image = readWrite(discs.get(i))) {
                new RecoveryWriter(header, image, count -> {}, CancelToken.never()).ofASet();
            }
        }
        for (int number = 1; number <= parity; number++) {
            Path disc = disc("disc" + (sectors.length + number), 7, 30 + number);
            RecoveryHeader header = RecoveryPlan.forSet(SET, number, lengths, parity, 7);
            List<ByteSource> sources = new ArrayList<>();
            for (Path data : discs.subList(0, sectors.length)) {
                sources.add(FileSources.open(data, FileSources.Way.AS_THE_SYSTEM_LIKES));
            }
            try (FileChannel image = readWrite(disc)) {
                new RecoveryWriter(header, image, count -> {}, CancelToken.never())
                        .forASet(sources);
            }
            for (ByteSource source : sources) {
                source.close();
            }
            discs.add(disc);
        }
        List<byte[]> bytes = new ArrayList<>();
        for (Path disc : discs) {
            bytes.add(Files.readAllBytes(disc));
        }
        return new Made(discs, bytes);
    }

    private SetRepair.Present present(ByteSource disc) throws IOException {
        return new SetRepair.Present(
                disc, RecoveryFinder.find(disc, CancelToken.never()).orElseThrow());
    }

    /** Any two of five may be gone, if two are for recovery; they come back byte for byte. */
    @Test
    void anyDiscsThatMayBeLostComeBackByteForByte() throws IOException {
        Made made = set(2, 900, 1_203, 650);
        for (int first = 1; first <= 5; first++) {
            for (int second = first + 1; second <= 5; second++) {
                List<SetRepair.Present> present = new ArrayList<>();
                List<ByteSource> sources = new ArrayList<>();
                for (int disc = 5; disc >= 1; disc--) {
                    if (disc != first && disc != second) {
                        ByteSource source =
                                FileSources.open(
                                        made.discs().get(disc - 1),
                                        FileSources.Way.AS_THE_SYSTEM_LIKES);
                        sources.add(source);
                        present.add(present(source));
                    }
                }
                SetRepair repair = new SetRepair(present, count -> {}, CancelToken.never());
                assertThat(repair.isEnough()).isTrue();
                List<RepairReport> reports =
                        repair.into(
                                repair.missing(), disc -> readWrite(folder.resolve("out" + disc)));
                assertThat(reports).allMatch(RepairReport::isWhole);
                for (int disc : repair.missing()) {
                    Path out = folder.resolve("out" + disc);
                    assertThat(Files.readAllBytes(out)).isEqualTo(made.bytes().get(disc - 1));
                    Files.delete(out);
                }
                for (ByteSource source : sources) {
                    source.close();
                }
            }
        }
    }

    @Test
    void oneMoreThanMayBeLostIsNotEnough() throws IOException {
        Made made = set(1, 100, 120, 90);
        try (ByteSource one =
                        FileSources.open(made.discs().get(0), FileSources.Way.AS_THE_SYSTEM_LIKES);
                ByteSource recovery =
                        FileSources.open(
                                made.discs().get(3), FileSources.Way.AS_THE_SYSTEM_LIKES)) {
            SetRepair repair =
                    new SetRepair(
                            List.of(present(one), present(recovery)),
                            count -> {},
                            CancelToken.never());
            assertThat(repair.missing()).containsExactly(2, 3);
            assertThat(repair.isEnough()).isFalse();
        }
    }

    /** One disc is gone and another one scratched where nothing else is. */
    @Test
    void scratchesOnDifferentDiscsAreWorkedOutOfEachOther() throws IOException {
        Made made = set(1, 800, 800, 800);
        Scratched first = new Scratched(made.discs().get(0)).ring(0, 300 * Sector.BYTES);
        Scratched second =
                new Scratched(made.discs().get(1)).ring(400 * Sector.BYTES, 350 * Sector.BYTES);
        try (first;
                second;
                ByteSource third =
                        FileSources.open(made.discs().get(2), FileSources.Way.AS_THE_SYSTEM_LIKES);
                ByteSource recovery =
                        FileSources.open(
                                made.discs().get(3), FileSources.Way.AS_THE_SYSTEM_LIKES)) {
            SetRepair repair =
                    new SetRepair(
                            List.of(
                                    present(first),
                                    present(second),
                                    present(third),
                                    present(recovery)),
                            count -> {},
                            CancelToken.never());
            List<RepairReport> reports =
                    repair.into(List.of(1, 2), disc -> readWrite(folder.resolve("out" + disc)));
            assertThat(reports).extracting(RepairReport::repaired).containsExactly(300L, 350L);
            assertThat(Files.readAllBytes(folder.resolve("out1"))).isEqualTo(made.bytes().get(0));
            assertThat(Files.readAllBytes(folder.resolve("out2"))).isEqualTo(made.bytes().get(1));
        }
    }

    @Test
    void aDiscWithoutRecoveryIsSaidToHaveNone() throws IOException {
        Path disc = disc("plain.iso", 1_500, 9);
        try (ByteSource source = FileSources.open(disc, FileSources.Way.AS_THE_SYSTEM_LIKES)) {
            assertThat(RecoveryFinder.find(source, CancelToken.never())).isEmpty();
        }
    }
}
