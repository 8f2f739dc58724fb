package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.clearing.Ends;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.TestRegister;
import app.lacuna.clearing.Undeletable;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.job.Archives;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackResult;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FileMarks;
import app.lacuna.trash.FreedesktopTrash;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.UserDefinedFileAttributeView;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What anybody may do at any moment is in {@code ClearModelTest}. */
class ClearJobTest {
    private static final String PASSWORD = "tide table 1931";

    @TempDir Path folder;
    private TestRegister register;
    private Path season;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        register = TestRegister.in(folder.resolve("state"));
        season = Files.createDirectory(folder.resolve("season"));
        Files.writeString(season.resolve("levels.csv"), "1;2");
        Files.writeString(season.resolve("Levels.csv"), "3;4");
        Files.writeString(season.resolve("№ finds.csv"), "C-104");
        Files.createDirectory(season.resolve("to-be-scanned"));
        Files.createSymbolicLink(season.resolve("newest"), Path.of("levels.csv"));
        archive = folder.resolve("winter.zip");
    }

    @AfterEach
    void end() throws IOException {
        register.close();
    }

    private PackResult pack(Path... roots) throws IOException {
        PackRequest request =
                new PackRequest(
                        TestTrees.scan(roots),
                        archive,
                        PackOptions.STANDARD,
                        OptionalLong.empty(),
                        Existing.KEEP,
                        PackRequest.AfterPacking.PROVE_AND_DIGEST,
                        Optional.empty());
        try (Secret secret = TestTrees.secret(PASSWORD)) {
            return new PackJob(
                            request,
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
    }

    private static Evidence digests(PackResult packed) {
        return new ByDigest(packed.marks(), CancelToken.never());
    }

    private static ClearPlan plan(PackResult packed) {
        return new ClearPlanner(digests(packed), CancelToken.never()).plan(packed.originals());
    }

    private static ClearReport delete(Evidence evidence, ClearPlan plan) {
        return new ClearJob(
                        evidence, Disposal.delete(), ProgressListener.none(), CancelToken.never())
                .run(plan);
    }

    private static ClearReport delete(PackResult packed) {
        return delete(digests(packed), plan(packed));
    }

    private Map<String, Stays> reasons(List<Staying> stays) {
        return stays.stream()
                .collect(
                        Collectors.toMap(
                                stay -> folder.relativize(stay.path()).toString(), Staying::why));
    }

    private List<Path> left() throws IOException {
        try (Stream<Path> all = Files.walk(season)) {
            return all.map(season::relativize).toList();
        }
    }

    @Test
    void exactlyTheProvedOriginalsGo() throws IOException {
        ClearReport report = delete(pack(season));
        assertThat(report.stays()).isEmpty();
        assertThat(report.count()).isEqualTo(4);
        assertThat(season).doesNotExist();
        assertThat(archive).exists();
        assertThat(Ends.all()).as("nothing is left to remember").isEmpty();
    }

    @Test
    void theArchiveInOneOfItsFoldersStaysAndSoDoTheFolders() throws IOException {
        archive = Files.createDirectory(season.resolve("out")).resolve("winter.zip");
        ClearReport report = delete(pack(season));
        assertThat(left())
                .containsExactlyInAnyOrder(Path.of(""), Path.of("out"), Path.of("out/winter.zip"));
        assertThat(reasons(report.stays()))
                .containsEntry("season", Stays.NOT_EMPTY)
                .containsEntry("season/out", Stays.NOT_EMPTY);
    }

    @Test
    void aLinkOnTheWayToTheArchiveStays() throws IOException {
        Path out = Files.createDirectory(folder.resolve("out"));
        Path way = Files.createSymbolicLink(season.resolve("way"), out);
        PackResult packed = pack(season);
        FileMarks throughTheLink =
                FileMarks.of(
                        List.of(Files.copy(archive, out.resolve("winter.zip"))).stream()
                                .map(file -> way.resolve("winter.zip"))
                                .toList());
        Evidence evidence = new ByDigest(throughTheLink, CancelToken.never());
        ClearPlan plan = new ClearPlanner(evidence, CancelToken.never()).plan(packed.originals());
        assertThat(reasons(plan.stays())).containsOnly(Map.entry("season/way", Stays.ARCHIVE));
        delete(evidence, plan);
        assertThat(way).exists();
    }

    @Test
    void anotherNameOfTheArchiveStays() throws IOException {
        PackResult packed = pack(season);
        Files.delete(season.resolve("levels.csv"));
        Files.createLink(season.resolve("levels.csv"), archive);
        ReadableFile now = ReadableFile.now(season.resolve("levels.csv"), "season/levels.csv");
        ClearPlan plan =
                new ClearPlan(
                        List.of(now.withSha256(Optional.of("x"))), List.of(), List.of(), List.of());
        assertThat(reasons(delete(digests(packed), plan).stays()))
                .containsOnly(Map.entry("season/levels.csv", Stays.ARCHIVE));
        assertThat(season.resolve("levels.csv")).exists();
    }

    @Test
    void sameSizeAndTimeButOtherBytesStay() throws IOException {
        PackResult packed = pack(season);
        Path levels = season.resolve("levels.csv");
        FileTime time = Files.getLastModifiedTime(levels);
        Files.writeString(levels, "9;9");
        Files.setLastModifiedTime(levels, time);
        ClearReport report = delete(packed);
        assertThat(levels).hasContent("9;9");
        assertThat(reasons(report.stays())).containsEntry("season/levels.csv", Stays.CHANGED);
        try (Stream<Path> all = Files.list(season)) {
            assertThat(all).as("nothing of ours beside it").containsExactly(levels);
        }
    }

    @Test
    void whatTookItsPlaceStays() throws IOException {
        PackResult packed = pack(season);
        Path finds = season.resolve("№ finds.csv");
        Path levels = season.resolve("levels.csv");
        Files.delete(finds);
        Files.createDirectory(finds);
        Files.delete(levels);
        Files.createSymbolicLink(levels, folder.resolve("outside.txt"));
        Files.writeString(folder.resolve("outside.txt"), "1;2");
        Map<String, Stays> reasons = reasons(delete(packed).stays());
        assertThat(reasons)
                .containsEntry("season/№ finds.csv", Stays.REPLACED)
                .containsEntry("season/levels.csv", Stays.REPLACED);
        assertThat(folder.resolve("outside.txt")).exists();
    }

    @Test
    void ofAFileWithTwoNamesOnlyThisOneGoesAndItIsSaid() throws IOException {
        Path other = Files.createLink(folder.resolve("copy.csv"), season.resolve("levels.csv"));
        PackResult packed = pack(season);
        assertThat(plan(packed).linkedElsewhere()).containsExactly(season.resolve("levels.csv"));
        assertThat(delete(packed).linkedElsewhere()).containsExactly(season.resolve("levels.csv"));
        assertThat(other).hasContent("1;2");
    }

    @Test
    void aFileThatIsOpenToBeWrittenStays() throws IOException {
        Assumptions.assumeTrue(Files.isDirectory(Path.of("/proc/self/fdinfo")), "Linux tells");
        PackResult packed = pack(season);
        Path levels = season.resolve("levels.csv");
        try (OutputStream out = Files.newOutputStream(levels, StandardOpenOption.APPEND)) {
            ClearReport report = delete(packed);
            assertThat(reasons(report.stays()))
                    .containsOnly(
                            Map.entry("season/levels.csv", Stays.IN_USE),
                            Map.entry("season", Stays.NOT_EMPTY));
            out.write('3');
        }
        assertThat(levels).hasContent("1;23");
    }

    @Test
    void outOfAFolderThatCanNotBeWrittenNothingGoes() throws Exception {
        Path closed = Files.createDirectory(season.resolve("closed"));
        Path kept = Files.writeString(closed.resolve("plan.txt"), "a plan");
        PackResult packed = pack(season);
        try (Undeletable held = Undeletable.below(closed)) {
            assertThat(held.isHeld()).isTrue();
            assertThat(reasons(plan(packed).stays()))
                    .containsEntry("season/closed/plan.txt", Stays.NOT_PERMITTED);
            ClearPlan regardless =
                    new ClearPlan(packed.originals(), List.of(), List.of(), List.of());
            assertThat(reasons(delete(digests(packed), regardless).stays()))
                    .containsEntry("season/closed/plan.txt", Stays.NOT_PERMITTED)
                    .containsEntry("season/closed", Stays.NOT_EMPTY);
        }
        assertThat(kept).hasContent("a plan");
        assertThat(season.resolve("levels.csv")).doesNotExist();
    }

    @Test
    void thePlaceOfAMountStaysAndWhatIsOnItGoes() throws Exception {
        Path mount = Files.createDirectory(season.resolve("stick"));
        Assumptions.assumeTrue(
                run("mount", "-t", "tmpfs", "none", mount.toString()) == 0, "only root mounts");
        try {
            Files.writeString(mount.resolve("on-it.txt"), "moved by the tide");
            PackResult packed = pack(season);
            ClearReport report = delete(packed);
            assertThat(reasons(report.stays()))
                    .containsEntry("season/stick", Stays.NOT_PERMITTED)
                    .containsEntry("season", Stays.NOT_EMPTY);
            assertThat(mount).isEmptyDirectory();
        } finally {
            run("umount", mount.toString());
        }
    }

    private static int run(String... command) throws Exception {
        return new ProcessBuilder(command).start().waitFor();
    }

    @Test
    void nothingGoesWhenTheArchiveIsNotTheOneThatWasProved() throws IOException {
        PackResult packed = pack(season);
        Files.writeString(archive, "something else");
        assertThat(delete(packed).count()).isZero();
        assertThat(left()).hasSize(6);
        Files.delete(archive);
        assertThat(reasons(delete(packed).stays())).containsValue(Stays.ARCHIVE_CHANGED);
        assertThat(left()).hasSize(6);
    }

    @Test
    void withoutAProofNothingGoes() throws IOException {
        PackResult packed = pack(season);
        List<ReadableFile> unproved =
                packed.originals().stream().map(file -> file.withSha256(Optional.empty())).toList();
        ClearPlan plan = new ClearPlanner(digests(packed), CancelToken.never()).plan(unproved);
        assertThat(plan.count()).isZero();
        assertThat(plan.stays()).extracting(Staying::why).containsOnly(Stays.NOT_PROVED);
    }

    @Test
    void whatTheArchiveDoesNotKeepIsSaidBefore() throws IOException {
        UserDefinedFileAttributeView more =
                Files.getFileAttributeView(
                        season.resolve("levels.csv"), UserDefinedFileAttributeView.class);
        try {
            more.write("origin", java.nio.ByteBuffer.wrap(new byte[] {1}));
        } catch (IOException e) {
            Assumptions.abort("a file system without extended attributes");
        }
        assertThat(plan(pack(season)).withMore()).containsExactly(season.resolve("levels.csv"));
    }

    @Test
    void cancelledBetweenTwoFilesTheRestIsWhereItWas() throws IOException {
        PackResult packed = pack(season);
        CancelSource cancel = new CancelSource();
        Disposal last =
                (place, original) -> {
                    cancel.cancel();
                    return Disposal.delete().dispose(place, original);
                };
        ClearReport report =
                new ClearJob(digests(packed), last, ProgressListener.none(), cancel)
                        .run(plan(packed));
        assertThat(report.cancelled()).isTrue();
        assertThat(report.count()).isEqualTo(1);
        assertThat(left()).hasSize(5);
        assertThat(report.stays()).extracting(Staying::why).containsOnly(Stays.NOT_REACHED);
    }

    @Test
    void whatWentToTheTrashComesBack() throws IOException {
        PackResult packed = pack(season);
        FreedesktopTrash trash =
                new FreedesktopTrash(folder.resolve("data"), 0, Clock.systemDefaultZone());
        ClearReport report =
                new ClearJob(
                                digests(packed),
                                Disposal.to(trash),
                                ProgressListener.none(),
                                CancelToken.never())
                        .run(plan(packed));
        assertThat(report.stays()).isEmpty();
        assertThat(season).doesNotExist();
        List<Seen> seen = new LooseEnds(Optional.of(trash)).look(CancelToken.never());
        assertThat(seen).hasSize(1);
        assertThat(seen.get(0).in(Seen.State.IN_TRASH)).hasSize(4);
        TrashJob.Result back = new TrashJob(trash, CancelToken.never()).takeBack(report.inTrash());
        assertThat(back.stays()).isEmpty();
        assertThat(left()).hasSize(6);
        assertThat(season.resolve("levels.csv")).hasContent("1;2");
        seen = new LooseEnds(Optional.of(trash)).look(CancelToken.never());
        assertThat(seen.get(0).in(Seen.State.THERE)).hasSize(4);
        assertThat(seen.get(0).end().kind()).isEqualTo(LooseEnd.Kind.ORIGINAL);
    }

    @Test
    void onlyOursArePurged() throws IOException {
        PackResult packed = pack(season);
        FreedesktopTrash trash =
                new FreedesktopTrash(folder.resolve("data"), 0, Clock.systemDefaultZone());
        Path theirs = Files.writeString(folder.resolve("levels.csv"), "theirs");
        trash.put(theirs, theirs);
        ClearReport report =
                new ClearJob(
                                digests(packed),
                                Disposal.to(trash),
                                ProgressListener.none(),
                                CancelToken.never())
                        .run(plan(packed));
        Path exchanged = report.inTrash().get(0).inTrash().orElseThrow().file();
        Files.writeString(exchanged, "somebody has put something else here");
        TrashJob.Result purged =
                new TrashJob(trash, CancelToken.never()).purge(report.inTrash(), digests(packed));
        assertThat(purged.stays()).hasSize(1);
        assertThat(exchanged).exists();
        try (Stream<Path> all = Files.list(folder.resolve("data/Trash/files"))) {
            assertThat(all).hasSize(2);
        }
    }

    @Test
    void comparedWithTheArchiveItself() throws IOException {
        PackResult packed = pack(season);
        Files.writeString(season.resolve("№ finds.csv"), "C-105");
        List<ReadableFile> now =
                packed.originals().stream()
                        .filter(file -> Files.isRegularFile(file.path()))
                        .map(file -> fresh(file))
                        .toList();
        try (OpenedArchive opened = OpenedFile.of(Archives.open(archive), PASSWORD)) {
            Evidence evidence =
                    new ByArchive(opened, FileMarks.of(packed.files()), CancelToken.never());
            ClearPlan plan = new ClearPlanner(evidence, CancelToken.never()).plan(now);
            ClearReport report = delete(evidence, plan);
            assertThat(reasons(report.stays()))
                    .containsOnly(Map.entry("season/№ finds.csv", Stays.CHANGED));
            assertThat(season.resolve("levels.csv")).doesNotExist();
        }
    }

    private static ReadableFile fresh(ReadableFile file) {
        try {
            return ReadableFile.now(file.path(), file.entry());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
