package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.Recovery;
import app.lacuna.error.DiscMissing;
import app.lacuna.error.DiscTooSmall;
import app.lacuna.error.DiscsDoNotBelong;
import app.lacuna.error.PageCanNotOpen;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TooLargeForDisc;
import app.lacuna.error.WrongPassword;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import app.lacuna.job.DiscsRepaired.State;
import app.lacuna.reedsolomon.RecoveryFinder;
import app.lacuna.reedsolomon.RecoveryHeader;
import app.lacuna.selection.ItemKind;
import app.lacuna.verify.ProofReport;
import app.lacuna.verify.Verdict;
import java.io.IOException;
import java.io.InputStream;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DiscsJobTest {
    private static final long DISC = 3_000_000;

    @TempDir Path folder;
    private Path tree;
    private Path out;

    @BeforeEach
    void make() throws IOException {
        tree = Discs.photographs(folder, 14, 500_000);
        out = Files.createDirectory(folder.resolve("out"));
    }

    private static PackOptions options(Names names, Protection protection) {
        return PackOptions.STANDARD.withProtection(protection).withNames(names).withNote("tide");
    }

    private DiscsResult write(Spread spread, Recovery recovery, Names names) throws IOException {
        return Discs.write(
                Discs.order(DISC, spread, recovery), options(names, Protection.AES_256), out, tree);
    }

    private static List<Path> shuffled(List<Path> paths) {
        List<Path> some = new ArrayList<>(paths);
        Collections.reverse(some);
        return some;
    }

    private static List<String> names(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.map(file -> file.getFileName().toString()).sorted().toList();
        }
    }

    @ParameterizedTest
    @CsvSource({
        "OPEN_ALONE, none, VISIBLE, AES_256",
        "OPEN_ALONE, none, HIDDEN, AES_256",
        "OPEN_ALONE, scratches, VISIBLE, NONE",
        "OPEN_ALONE, one-disc, HIDDEN, AES_256",
        "TOGETHER, none, HIDDEN, AES_256",
        "TOGETHER, scratches, VISIBLE, AES_256",
        "TOGETHER, 2, VISIBLE, AES_256",
    })
    void whatIsPackedComesBackFromTheDiscs(
            Spread spread, String recovery, Names names, Protection protection) throws IOException {
        Recovery wanted = Recovery.named(recovery).orElseThrow();
        DiscsResult result =
                Discs.write(
                        Discs.order(DISC, spread, wanted), options(names, protection), out, tree);
        int count = result.discs().size();
        assertThat(names(out)).hasSize(count).contains("SALTMARSH_1.iso");
        for (DiscsResult.Disc disc : result.discs()) {
            assertThat(Files.size(disc.image())).isEqualTo(disc.bytes()).isLessThanOrEqualTo(DISC);
            assertThat(disc.facts().count()).isEqualTo(count);
        }
        List<Path> data = result.images().subList(0, count - wanted.discs());
        Path back = folder.resolve("back");
        assertThat(Discs.extract(shuffled(data), back).isComplete()).isTrue();
        SameTree.assertSame(back.resolve("season"), tree);
    }

    @Test
    void eachDiscOpensAlone() throws IOException {
        DiscsResult result = write(Spread.OPEN_ALONE, Recovery.NONE, Names.HIDDEN);
        assertThat(result.discs().size()).isGreaterThan(1).isLessThanOrEqualTo(result.bound() + 1);
        Set<String> seen = new HashSet<>();
        for (DiscsResult.Disc disc : result.discs()) {
            try (OpenedArchive opened = Jobs.open(disc.image(), Discs.PASSWORD)) {
                List<String> files =
                        opened.listing().entries().stream()
                                .filter(entry -> entry.kind() == ItemKind.FILE)
                                .map(entry -> entry.path())
                                .toList();
                assertThat(files).isEqualTo(disc.paths());
                assertThat(seen.addAll(files)).isTrue();
                assertThat(opened.listing().comment()).isEqualTo("tide");
            }
        }
        assertThat(seen).hasSize(15);
    }

    @Tag("slow")
    @Test
    void namesStandOnDiscsOnlyWhereTheyAreVisible() throws IOException {
        for (Spread spread : Spread.values()) {
            Path visible = Files.createDirectory(folder.resolve("visible " + spread));
            Path hidden = Files.createDirectory(folder.resolve("hidden " + spread));
            DiscOrder order = Discs.order(DISC, spread, Recovery.SCRATCHES);
            Discs.write(order, options(Names.VISIBLE, Protection.AES_256), visible, tree);
            Discs.write(order, options(Names.HIDDEN, Protection.AES_256), hidden, tree);
            assertThat(Files.readString(visible.resolve("SALTMARSH_1.iso"), ISO)).contains("photo");
            for (String image : names(hidden)) {
                assertThat(Files.readString(hidden.resolve(image), ISO)).doesNotContain("photo");
            }
        }
    }

    private static final java.nio.charset.Charset ISO =
            java.nio.charset.StandardCharsets.ISO_8859_1;

    @Test
    void withoutADiscTheOthersGiveWhatTheyHaveAndItIsAskedForByNumber() throws IOException {
        DiscsResult result = write(Spread.TOGETHER, Recovery.NONE, Names.VISIBLE);
        int count = result.discs().size();
        assertThat(count).isEqualTo(3);
        Files.move(result.images().get(1), folder.resolve("away.iso"));
        int read = 0;
        int asked = 0;
        try (OpenedArchive opened = Jobs.open(result.images().get(2), Discs.PASSWORD)) {
            for (var entry : opened.listing().entries()) {
                try (InputStream in = opened.open(entry)) {
                    in.readAllBytes();
                    read++;
                } catch (DiscMissing e) {
                    assertThat(e.facts()).containsExactly("SALTMARSH", 2, 3);
                    asked++;
                }
            }
        }
        assertThat(read).isGreaterThan(5);
        assertThat(asked).isGreaterThan(2);
        assertThatThrownBy(() -> Jobs.open(result.images().get(2), "another password"))
                .isInstanceOf(WrongPassword.class);
    }

    @Test
    void theLastDiscIsAskedForWhereTheArchiveEndsOnIt() throws IOException {
        DiscsResult result = write(Spread.TOGETHER, Recovery.NONE, Names.VISIBLE);
        Files.delete(result.images().get(2));
        for (Path image : result.images().subList(0, 2)) {
            assertThatThrownBy(() -> Archives.open(image))
                    .isInstanceOfSatisfying(
                            DiscMissing.class,
                            e -> assertThat(e.facts()).containsExactly("SALTMARSH", 3, 3));
        }
    }

    @Test
    void aDiscForRecoveryIsNotTakenForTheEndOfTheArchive() throws IOException {
        DiscsResult result = write(Spread.TOGETHER, Recovery.ONE_DISC, Names.VISIBLE);
        int data = result.discs().size() - 1;
        assertThat(data).isGreaterThan(1);
        for (Path image : result.images().subList(1, data + 1)) {
            Files.delete(image);
        }
        assertThatThrownBy(() -> Archives.open(result.images().get(0)))
                .isInstanceOfSatisfying(
                        DiscMissing.class,
                        e -> assertThat(e.facts()).containsExactly("SALTMARSH", data, data + 1));
    }

    @Tag("slow")
    @Test
    void discsOfTwoSetsAreToldApart() throws IOException {
        DiscsResult result = write(Spread.OPEN_ALONE, Recovery.NONE, Names.VISIBLE);
        Path other = Files.createDirectory(folder.resolve("other"));
        DiscOrder order = Discs.order(DISC, Spread.OPEN_ALONE, Recovery.NONE);
        DiscOrder later =
                new DiscOrder(
                        order.kind(),
                        order.spread(),
                        order.recovery(),
                        order.label(),
                        order.hint(),
                        order.when().plusSeconds(60),
                        order.zone(),
                        order.language());
        DiscsResult second =
                Discs.write(later, options(Names.VISIBLE, Protection.AES_256), other, tree);
        assertThatThrownBy(
                        () ->
                                Archives.discs(
                                        List.of(result.images().get(0), second.images().get(1)),
                                        Limits.STANDARD,
                                        Nested.AS_A_FILE))
                .isInstanceOf(DiscsDoNotBelong.class);
    }

    @Tag("slow")
    @Test
    void aFolderWithTheFilesOfADiscIsThatDisc() throws IOException {
        for (Spread spread : Spread.values()) {
            Path images = Files.createDirectory(folder.resolve("images " + spread));
            DiscsResult result =
                    Discs.write(
                            Discs.order(DISC, spread, Recovery.NONE),
                            options(Names.HIDDEN, Protection.AES_256),
                            images,
                            tree);
            Path mounted = Files.createDirectory(folder.resolve("mounted " + spread));
            List<Path> discs = new ArrayList<>();
            for (Path image : result.images()) {
                Path disc = mounted.resolve(image.getFileName().toString().replace(".iso", ""));
                MountedDisc.of(image, disc);
                discs.add(disc);
            }
            Path back = folder.resolve("back " + spread);
            assertThat(Discs.extract(shuffled(discs), back).isComplete()).isTrue();
            SameTree.assertSame(back.resolve("season"), tree);
            discs.set(1, result.images().get(1)); // an image among folders
            Path mixed = folder.resolve("mixed " + spread);
            assertThat(Discs.extract(discs, mixed).isComplete()).isTrue();
        }
    }

    @Test
    void anyDiscMayBeLostAndIsWorkedOut() throws IOException {
        DiscsResult result = write(Spread.TOGETHER, Recovery.ONE_DISC, Names.HIDDEN);
        int count = result.discs().size();
        for (int lost = 0; lost < count; lost++) {
            byte[] before = Files.readAllBytes(result.images().get(lost));
            List<Path> left = new ArrayList<>(result.images());
            left.remove(lost);
            Path repaired = Files.createDirectory(folder.resolve("repaired " + lost));
            DiscsRepaired report = Discs.repair(shuffled(left), repaired);
            assertThat(report.isComplete()).isTrue();
            boolean data = lost < count - 1;
            assertThat(report.discs().get(lost).state())
                    .isEqualTo(data ? State.REPAIRED : State.RECOVERY_DAMAGED);
            if (data) {
                Path image = report.discs().get(lost).image().orElseThrow();
                assertThat(image.getFileName()).isEqualTo(result.images().get(lost).getFileName());
                assertThat(Files.readAllBytes(image)).isEqualTo(before);
            }
        }
    }

    @Test
    void oneDiscTooManyIsNamed() throws IOException {
        DiscsResult result = write(Spread.OPEN_ALONE, Recovery.ONE_DISC, Names.HIDDEN);
        List<Path> left = result.images().subList(2, result.discs().size());
        DiscsRepaired report = Discs.repair(left, folder);
        assertThat(report.isComplete()).isFalse();
        assertThat(report.discs().stream().map(DiscsRepaired.Disc::state))
                .startsWith(State.LOST, State.LOST, State.WHOLE);
    }

    private static void scratch(Path image, long from, int bytes) throws IOException {
        try (RandomAccessFile file = new RandomAccessFile(image.toFile(), "rw")) {
            file.seek(from);
            file.write(new byte[bytes]);
        }
    }

    @Test
    void aScratchIsRepairedAndTooLongAOneNamesWhatItTouches() throws IOException {
        DiscsResult result = write(Spread.OPEN_ALONE, Recovery.SCRATCHES, Names.VISIBLE);
        DiscsResult.Disc disc = result.discs().get(0);
        long repairs = disc.facts().scratchBytes();
        assertThat(repairs).isGreaterThan(DISC / 25);
        byte[] before = Files.readAllBytes(disc.image());
        scratch(disc.image(), 700_000, (int) repairs - 4096);
        Path repaired = Files.createDirectory(folder.resolve("repaired"));
        DiscsRepaired report = Discs.repair(result.images(), repaired);
        assertThat(report.isComplete()).isTrue();
        assertThat(report.discs().get(0).state()).isEqualTo(State.REPAIRED);
        assertThat(report.discs().get(1).state()).isEqualTo(State.WHOLE);
        assertThat(names(repaired)).containsExactly("SALTMARSH_1.iso");
        assertThat(Files.readAllBytes(repaired.resolve("SALTMARSH_1.iso"))).isEqualTo(before);

        scratch(disc.image(), 700_000, (int) repairs * 2);
        Path tried = Files.createDirectory(folder.resolve("tried"));
        DiscsRepaired.Disc part = Discs.repair(List.of(disc.image()), tried).discs().get(0);
        assertThat(part.state()).isEqualTo(State.IN_PART);
        assertThat(part.lost()).isNotEmpty();
        assertThat(part.files()).contains("SALTMARSH-1of" + result.discs().size() + ".zip");
    }

    @Test
    void aDiscWhoseDirectoryIsGoneIsRepairedToo() throws IOException {
        DiscsResult result = write(Spread.OPEN_ALONE, Recovery.SCRATCHES, Names.VISIBLE);
        Path image = result.images().get(1);
        byte[] before = Files.readAllBytes(image);
        scratch(image, 0, 100_000);
        DiscsRepaired report = Discs.repair(List.of(image), folder);
        assertThat(report.discs().get(0).state()).isEqualTo(State.REPAIRED);
        assertThat(Files.readAllBytes(report.discs().get(0).image().orElseThrow()))
                .isEqualTo(before);
    }

    /** Every copy of its header is gone: the other discs tell what it should be. */
    @Test
    void discOfASetWithoutHeaders_isUsed() throws IOException {
        DiscsResult result = write(Spread.TOGETHER, Recovery.ONE_DISC, Names.HIDDEN);
        Path image = result.images().get(0);
        byte[] before = Files.readAllBytes(image);
        RecoveryHeader header;
        try (ByteSource source = new FileSource(image)) {
            header = RecoveryFinder.find(source, CancelToken.never()).orElseThrow();
        }
        scratch(image, 0, 16 * 2048);
        scratch(image, header.protectedSectors() * 2048, (int) header.fileBytes());
        DiscsRepaired report = Discs.repair(result.images(), folder);
        assertThat(report.isComplete()).isTrue();
        assertThat(report.discs().get(0).state()).isEqualTo(State.REPAIRED);
        assertThat(Files.readAllBytes(report.discs().get(0).image().orElseThrow()))
                .isEqualTo(before);
    }

    @Test
    void truncatedDisc_isRepairedAndComplete() throws IOException {
        DiscsResult result = write(Spread.TOGETHER, Recovery.ONE_DISC, Names.HIDDEN);
        Path image = result.images().get(0);
        byte[] before = Files.readAllBytes(image);
        for (int length : new int[] {500_000, 2_048, 0}) {
            Files.write(image, Arrays.copyOf(before, length));
            Path repaired = Files.createDirectory(folder.resolve("repaired " + length));
            DiscsRepaired report = Discs.repair(result.images(), repaired);
            assertThat(report.isComplete()).as("cut to %d", length).isTrue();
            Path made =
                    report.discs().stream()
                            .filter(disc -> disc.number() == 1)
                            .findFirst()
                            .flatMap(DiscsRepaired.Disc::image)
                            .orElseThrow();
            assertThat(Files.readAllBytes(made)).isEqualTo(before);
        }
    }

    /** The same label, the same minute: only the mark on the discs tells them apart. */
    @Tag("slow")
    @Test
    void foldersOfTwoSetsWithOneLabel_areNotMixed() throws IOException {
        DiscsResult first = write(Spread.OPEN_ALONE, Recovery.NONE, Names.VISIBLE);
        Path other = Files.createDirectory(folder.resolve("other"));
        DiscsResult second =
                Discs.write(
                        Discs.order(DISC, Spread.OPEN_ALONE, Recovery.NONE),
                        options(Names.VISIBLE, Protection.AES_256),
                        other,
                        tree);
        Path one = folder.resolve("m1");
        Path two = folder.resolve("m2");
        MountedDisc.of(first.images().get(0), one);
        MountedDisc.of(second.images().get(1), two);
        for (List<Path> mixed :
                List.of(
                        List.of(one, two),
                        List.of(first.images().get(0), two),
                        List.of(first.images().get(0), second.images().get(1)))) {
            assertThatThrownBy(() -> Archives.discs(mixed, Limits.STANDARD, Nested.AS_A_FILE))
                    .isInstanceOf(DiscsDoNotBelong.class);
        }
    }

    @Test
    void readMeOfASetWithoutPassword_mentionsNone() throws IOException {
        DiscsResult result =
                Discs.write(
                        Discs.order(DISC, Spread.OPEN_ALONE, Recovery.NONE),
                        options(Names.VISIBLE, Protection.NONE),
                        Files.createDirectory(folder.resolve("open")),
                        tree);
        Path mounted = folder.resolve("mounted");
        MountedDisc.of(result.images().get(0), mounted);
        assertThat(Files.readString(mounted.resolve("READ-ME.txt")))
                .doesNotContainIgnoringCase("password")
                .doesNotContain("AES");
    }

    @Test
    void tooSmallDisc_isToldASizeThatIsShownAsLarger() {
        for (long least : new long[] {1_410_000, 1_400_001, 999_999, 25_049_999_999L}) {
            DiscTooSmall failure = new DiscTooSmall(1_400_000, least);
            String shown = failure.facts().get(1).toString();
            assertThat(shown).isNotEqualTo(failure.facts().get(0).toString());
        }
    }

    @Test
    void cutImage_isReported() throws IOException {
        DiscsResult result = write(Spread.OPEN_ALONE, Recovery.SCRATCHES, Names.VISIBLE);
        Path image = result.images().get(0);
        byte[] bytes = Files.readAllBytes(image);
        Files.write(image, Arrays.copyOf(bytes, bytes.length - 4 * 2048));
        try (ArchiveReader reader = Archives.disc(image, Limits.STANDARD, Nested.AS_A_FILE);
                Secret password = TestTrees.secret(Discs.PASSWORD);
                OpenedArchive opened = reader.open(password)) {
            ProofReport report =
                    new VerifyJob(opened, ProgressListener.none(), CancelToken.never())
                            .run(Optional.empty());
            assertThat(report.count(Verdict.DAMAGED)).isEqualTo(1);
        }
    }

    @Test
    void withoutRecoveryDataItIsSaid() throws IOException {
        DiscsResult result = write(Spread.OPEN_ALONE, Recovery.NONE, Names.VISIBLE);
        DiscsRepaired report = Discs.repair(result.images(), folder);
        assertThat(report.isComplete()).isFalse();
        assertThat(report.discs().get(0).state()).isEqualTo(State.NO_RECOVERY_DATA);
    }

    @Test
    void aFileLargerThanADiscIsNamedAndGoesOverSeveral() throws IOException {
        Files.write(tree.resolve("flight.mov"), noise(5_000_000));
        assertThatThrownBy(() -> write(Spread.OPEN_ALONE, Recovery.NONE, Names.HIDDEN))
                .isInstanceOfSatisfying(
                        TooLargeForDisc.class,
                        e -> assertThat(e.facts()).startsWith("season/flight.mov", 1));
        assertThat(names(out)).isEmpty();
        DiscsResult result = write(Spread.TOGETHER, Recovery.NONE, Names.HIDDEN);
        Path back = folder.resolve("back");
        assertThat(Discs.extract(result.images(), back).isComplete()).isTrue();
        SameTree.assertSame(back.resolve("season"), tree);
    }

    private static byte[] noise(int bytes) {
        byte[] noise = new byte[bytes];
        new java.util.Random(3).nextBytes(noise);
        return noise;
    }

    @Test
    void aDiscThatHasNoRoomForAnythingIsRefused() {
        assertThatThrownBy(
                        () ->
                                Discs.write(
                                        Discs.order(600_000, Spread.TOGETHER, Recovery.NONE),
                                        PackOptions.STANDARD,
                                        out,
                                        tree))
                .isInstanceOf(DiscTooSmall.class);
    }

    @Test
    void nothingIsReplacedAndNothingAppearsInPart() throws IOException {
        Files.writeString(out.resolve("SALTMARSH_2.iso"), "mine");
        assertThatThrownBy(() -> write(Spread.OPEN_ALONE, Recovery.NONE, Names.HIDDEN))
                .isInstanceOf(TargetExists.class);
        assertThat(names(out)).containsExactly("SALTMARSH_2.iso");
        Files.delete(out.resolve("SALTMARSH_2.iso"));
        CancelSource cancel = new CancelSource();
        ProgressListener late =
                progress -> {
                    if (progress.stage() == app.lacuna.common.Stage.IMAGING
                            && progress.fraction() > 0.5) {
                        cancel.cancel();
                    }
                };
        try (Secret secret = TestTrees.secret("ebb")) {
            PackDiscsJob job =
                    new PackDiscsJob(
                            TestTrees.scan(tree),
                            PackOptions.STANDARD,
                            PackRequest.AfterPacking.PROVE,
                            Discs.order(DISC, Spread.OPEN_ALONE, Recovery.ONE_DISC),
                            out,
                            late,
                            cancel);
            assertThatThrownBy(() -> job.run(Optional.of(secret)))
                    .isInstanceOf(CancellationException.class);
        }
        assertThat(names(out)).isEmpty();
    }

    @Tag("slow")
    @Test
    void anArchiveThatIsThereGoesOntoDiscsAsItIs() throws IOException {
        Path archive = folder.resolve("season.zip");
        Jobs.pack(archive, options(Names.HIDDEN, Protection.AES_128), Discs.PASSWORD, tree);
        for (Spread spread : Spread.values()) {
            Path images = Files.createDirectory(folder.resolve("images " + spread));
            DiscsResult result;
            try (Secret secret = TestTrees.secret(Discs.PASSWORD)) {
                result =
                        new DiscsJob(
                                        archive,
                                        Discs.order(DISC, spread, Recovery.NONE),
                                        images,
                                        ProgressListener.none(),
                                        CancelToken.never())
                                .run(Optional.of(secret));
            }
            Path back = folder.resolve("back " + spread);
            assertThat(Discs.extract(result.images(), back).isComplete()).isTrue();
            SameTree.assertSame(back.resolve("season"), tree);
        }
        assertThat(archive).exists();
    }

    @Test
    void whatThePageOnTheDiscsCanNotOpenIsRefused() throws IOException {
        assertThatThrownBy(
                        () ->
                                Discs.write(
                                        Discs.order(DISC, Spread.TOGETHER, Recovery.NONE),
                                        options(Names.HIDDEN, Protection.AES_256)
                                                .withMethod(Method.XZ),
                                        out,
                                        Discs.texts(folder)))
                .isInstanceOf(PageCanNotOpen.class);
        assertThat(names(out)).isEmpty();
    }

    @Test
    void anImageOfAnybodyElseShowsItsFiles() throws IOException {
        Path image = folder.resolve("theirs.iso");
        PlainImage.of(image, tree);
        try (ArchiveReader reader = Archives.open(image)) {
            assertThat(reader.needsPassword()).isFalse();
        }
        Path back = folder.resolve("back");
        assertThat(Jobs.extract(image, "", back).isComplete()).isTrue();
        SameTree.assertSame(back.resolve("season"), tree);
    }

    /** An image of another writer has no checksums: what is missing must be noticed. */
    @Test
    void cutImageOfAnotherWriter_isDamaged() throws IOException {
        Path image = folder.resolve("theirs.iso");
        PlainImage.of(image, tree);
        byte[] bytes = Files.readAllBytes(image);
        Files.write(image, Arrays.copyOf(bytes, bytes.length - bytes.length / 3));
        try (ArchiveReader reader = Archives.open(image);
                OpenedArchive opened = reader.open()) {
            ProofReport report =
                    new VerifyJob(opened, ProgressListener.none(), CancelToken.never())
                            .run(Optional.empty());
            assertThat(report.archiveIsWhole()).isFalse();
            assertThat(report.count(Verdict.WHOLE)).isZero();
        }
        Path back = folder.resolve("back");
        ExtractReport out = Jobs.extract(image, "", back);
        assertThat(out.isComplete()).isFalse();
        assertThat(out.entries())
                .filteredOn(entry -> entry.result() == ExtractedEntry.Result.DAMAGED)
                .isNotEmpty()
                .allMatch(entry -> entry.target().isEmpty());
    }

    @Test
    void imageOfAnotherWriter_isReadableAndNotWhole() throws IOException {
        Path image = folder.resolve("theirs.iso");
        PlainImage.of(image, tree);
        try (ArchiveReader reader = Archives.open(image);
                OpenedArchive opened = reader.open()) {
            ProofReport report =
                    new VerifyJob(opened, ProgressListener.none(), CancelToken.never())
                            .run(Optional.empty());
            assertThat(report.archiveIsWhole()).isTrue();
            assertThat(report.good(false)).isEqualTo(Verdict.READABLE);
            assertThat(report.count(Verdict.READABLE)).isEqualTo(report.entries().size());
        }
    }
}
