package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.PackedBytes;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.edit.PendingChanges;
import app.lacuna.error.ArchiveChanged;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.InSeveralParts;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetExists;
import app.lacuna.error.WrongPassword;
import app.lacuna.selection.LeftOut;
import app.lacuna.verify.Verdict;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChangeJobTest {
    private static final String PASSWORD = "ebb";

    @TempDir Path folder;
    private Path dig;
    private Path archive;
    private Path diary;

    @BeforeEach
    void make() throws IOException {
        dig = TestTrees.dig(folder);
        byte[] large = new byte[9_000_000];
        new Random(3).nextBytes(large);
        Arrays.fill(large, 2_000_000, 5_000_000, (byte) 1);
        Files.write(dig.resolve("film.raw"), large);
        archive = folder.resolve("a.zip");
        diary = Files.writeString(folder.resolve("diary.txt"), "flood at six\n".repeat(100));
    }

    private void pack(Protection protection, Names names) throws IOException {
        PackOptions options =
                PackOptions.STANDARD
                        .withProtection(protection)
                        .withNames(names)
                        .withNote("the dyke");
        Jobs.pack(archive, options, PASSWORD, dig);
    }

    @FunctionalInterface
    interface Edits {
        void on(PendingChanges changes) throws IOException;
    }

    private RewriteResult change(Path target, Edits edits) throws IOException {
        return change(target, edits, CancelToken.never());
    }

    private RewriteResult change(Path target, Edits edits, CancelToken cancel) throws IOException {
        PendingChanges changes;
        boolean locked;
        try (OpenedArchive reader = Jobs.open(archive, PASSWORD)) {
            changes = new PendingChanges(reader.listing().entries());
            locked = reader.listing().needsPassword();
        }
        edits.on(changes);
        try (Secret secret = TestTrees.secret(PASSWORD)) {
            return new ChangeJob(
                            new RewriteTarget(archive, target),
                            locked ? Optional.of(secret) : Optional.empty(),
                            ProgressListener.none(),
                            cancel)
                    .run(changes.plan());
        }
    }

    private void someOfEverything(PendingChanges changes) throws IOException {
        changes.remove(List.of("dig/C-104.jpg"));
        changes.move("dig/to-be-scanned", "dig/scanned");
        changes.move("dig/film.raw", "films/film.raw");
        changes.move("dig/Grübchen_№12–Übersicht.csv", "dig/pits №12.csv");
        changes.put(TestTrees.scan(diary).items());
    }

    /** What the folder would look like if the same had been done there. */
    private Path expected() throws IOException {
        Files.delete(dig.resolve("C-104.jpg"));
        Files.move(dig.resolve("to-be-scanned"), dig.resolve("scanned"));
        Files.move(dig.resolve("Grübchen_№12–Übersicht.csv"), dig.resolve("pits №12.csv"));
        Files.delete(dig.resolve("film.raw"));
        return dig;
    }

    @ParameterizedTest
    @CsvSource({
        "AES_256, VISIBLE",
        "AES_128, HIDDEN",
        "NONE, VISIBLE",
        "TRADITIONAL, VISIBLE",
    })
    void everyKindOfEditInEveryForm(Protection protection, Names names) throws IOException {
        pack(protection, names);
        byte[] film = Files.readAllBytes(dig.resolve("film.raw"));

        RewriteResult result = change(archive, this::someOfEverything);

        assertThat(result.added()).isEqualTo(1);
        assertThat(result.proof().count(Verdict.IDENTICAL)).isEqualTo(1);
        assertThat(result.proof().count(Verdict.COPIED)).isEqualTo(result.kept());
        assertThat(result.proof().archiveIsWhole()).isTrue();
        Path out = folder.resolve("out");
        Jobs.extract(archive, PASSWORD, out);
        SameTree.assertSame(out.resolve("dig"), expected());
        assertThat(out.resolve("films/film.raw")).hasBinaryContent(film);
        assertThat(out.resolve("diary.txt")).hasSameBinaryContentAs(diary);
        try (OpenedArchive reader = Jobs.open(archive, PASSWORD)) {
            assertThat(reader.outside().comment()).isEqualTo("the dyke");
            assertThat(reader.listing().weakestProtection()).isEqualTo(protection);
            assertThat(reader.listing().names()).isEqualTo(names);
        }
    }

    @ParameterizedTest
    @CsvSource({"AES_256", "TRADITIONAL", "NONE"})
    void whatIsNotTouchedHasTheSameBytes(Protection protection) throws IOException {
        pack(protection, Names.VISIBLE);
        Map<String, byte[]> before = PackedBytes.byPath(archive);
        change(archive, this::someOfEverything);
        Map<String, byte[]> after = PackedBytes.byPath(archive);
        for (String path : List.of("dig/levels.csv", "dig/empty.txt", "dig/latest.csv")) {
            assertThat(after.get(path)).as(path).isEqualTo(before.get(path));
        }
        Map<String, byte[]> data = new HashMap<>(PackedBytes.withoutHeaders(archive));
        assertThat(data.get("films/film.raw")).hasSizeGreaterThan(5_000_000);
    }

    @Test
    void theLayeredFormIsEncryptedAnewAndNotCompressedAnew() throws IOException {
        pack(Protection.AES_256, Names.HIDDEN);
        Map<String, byte[]> before = PackedBytes.inside(archive, PASSWORD);
        byte[] outside = Files.readAllBytes(archive);
        change(archive, this::someOfEverything);
        Map<String, byte[]> after = PackedBytes.inside(archive, PASSWORD);
        assertThat(after.get("dig/levels.csv")).isEqualTo(before.get("dig/levels.csv"));
        byte[] now = Files.readAllBytes(archive);
        // "contents.zip" ends the local header; the salt stands behind its extra fields.
        assertThat(Arrays.copyOfRange(now, 80, 120))
                .isNotEqualTo(Arrays.copyOfRange(outside, 80, 120));
    }

    @Test
    void savedAsANewArchiveTheOldOneStays() throws IOException {
        pack(Protection.AES_256, Names.VISIBLE);
        byte[] before = Files.readAllBytes(archive);
        Path other = folder.resolve("b.zip");
        change(other, changes -> changes.remove(List.of("dig/film.raw")));
        assertThat(archive).hasBinaryContent(before);
        try (OpenedArchive reader = Jobs.open(other, PASSWORD)) {
            assertThat(reader.listing().entries()).hasSize(8);
        }
    }

    @Test
    void anotherFileIsNeverReplaced() throws IOException {
        pack(Protection.AES_256, Names.VISIBLE);
        assertThatThrownBy(() -> change(diary, changes -> changes.remove(List.of("dig/film.raw"))))
                .isInstanceOf(TargetExists.class);
        assertThat(diary).content().startsWith("flood at six");
    }

    /** What is kept is not decrypted, so nothing is said of it but that it is what it was. */
    @Test
    void whatWasDamagedIsNeitherMendedNorMadeWorse() throws IOException {
        pack(Protection.AES_256, Names.VISIBLE);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        byte[] film = PackedBytes.withoutHeaders(archive).get("dig/film.raw");
        RewriteResult result = change(archive, c -> c.remove(List.of("dig/levels.csv")));
        assertThat(result.proof().count(Verdict.IDENTICAL)).isZero();
        assertThat(PackedBytes.withoutHeaders(archive).get("dig/film.raw")).isEqualTo(film);
    }

    @Test
    void withHiddenNamesDamageIsNotTakenOver() throws IOException {
        pack(Protection.AES_256, Names.HIDDEN);
        byte[] bytes = Files.readAllBytes(archive);
        int middleOfTheFilm = bytes.length / 2;
        bytes[middleOfTheFilm] ^= 1;
        Files.write(archive, bytes);
        assertThatThrownBy(() -> change(archive, c -> c.remove(List.of("dig/levels.csv"))))
                .isInstanceOf(DamagedArchive.class);
        assertThat(archive).hasBinaryContent(bytes);
        assertNothingHalfMade();
    }

    /** A device that has something else than was written: the old archive stays. */
    @Test
    void aCopyThatIsNotTheSameTakesTheArchivesPlaceNever() throws IOException {
        pack(Protection.AES_256, Names.VISIBLE);
        byte[] before = Files.readAllBytes(archive);
        AtomicBoolean damaged = new AtomicBoolean();
        ProgressListener onProof =
                progress -> {
                    if (progress.stage() == Stage.PROVING && damaged.compareAndSet(false, true)) {
                        damageWhatIsBeingMade();
                    }
                };
        PendingChanges changes;
        try (OpenedArchive reader = Jobs.open(archive, PASSWORD)) {
            changes = new PendingChanges(reader.listing().entries());
        }
        changes.remove(List.of("dig/levels.csv"));
        try (Secret secret = TestTrees.secret(PASSWORD)) {
            ChangeJob job =
                    new ChangeJob(
                            new RewriteTarget(archive, archive),
                            Optional.of(secret),
                            onProof,
                            CancelToken.never());
            assertThatThrownBy(() -> job.run(changes.plan())).isInstanceOf(ProofFailed.class);
        }
        assertThat(damaged).isTrue();
        assertThat(archive).hasBinaryContent(before);
        assertNothingHalfMade();
    }

    /** In the middle of the film, which is by far the largest. */
    private void damageWhatIsBeingMade() {
        try (var all = Files.list(folder)) {
            Path made =
                    all.filter(path -> path.getFileName().toString().startsWith(".lacuna"))
                            .findFirst()
                            .orElseThrow();
            byte[] bytes = Files.readAllBytes(made);
            bytes[bytes.length / 2] ^= 1;
            Files.write(made, bytes);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void aFileThatIsGoneIsReportedAndTheRestIsDone() throws IOException {
        pack(Protection.AES_256, Names.VISIBLE);
        Path gone = Files.writeString(folder.resolve("gone.txt"), "x");
        RewriteResult result =
                change(
                        archive,
                        changes -> {
                            changes.put(TestTrees.scan(gone, diary).items());
                            Files.delete(gone);
                        });
        assertThat(result.leftOut()).containsExactly(new LeftOut(gone, LeftOut.Reason.GONE));
        assertThat(result.isComplete()).isFalse();
        assertThat(result.added()).isEqualTo(1);
    }

    @Test
    void anArchiveThatWasReplacedMeanwhileIsLeftAlone() throws IOException {
        pack(Protection.AES_256, Names.VISIBLE);
        assertThatThrownBy(
                        () ->
                                change(
                                        archive,
                                        changes -> {
                                            changes.remove(List.of("dig/film.raw"));
                                            Files.delete(archive);
                                            Jobs.pack(
                                                    archive, PackOptions.STANDARD, PASSWORD, diary);
                                        }))
                .isInstanceOf(ArchiveChanged.class);
        try (OpenedArchive reader = Jobs.open(archive, PASSWORD)) {
            assertThat(reader.listing().entries())
                    .extracting(ArchiveEntry::path)
                    .containsExactly("diary.txt");
        }
    }

    @Test
    void aWrongPasswordChangesNothing() throws IOException {
        pack(Protection.AES_256, Names.HIDDEN);
        byte[] before = Files.readAllBytes(archive);
        PendingChanges none = new PendingChanges(List.of());
        try (Secret wrong = TestTrees.secret("flow")) {
            ChangeJob job =
                    new ChangeJob(
                            new RewriteTarget(archive, archive),
                            Optional.of(wrong),
                            ProgressListener.none(),
                            CancelToken.never());
            assertThatThrownBy(() -> job.run(none.plan())).isInstanceOf(WrongPassword.class);
        }
        assertThat(archive).hasBinaryContent(before);
    }

    @Test
    void cancelledNothingHasChanged() throws IOException {
        pack(Protection.AES_256, Names.VISIBLE);
        byte[] before = Files.readAllBytes(archive);
        CancelSource cancel = new CancelSource();
        assertThatThrownBy(
                        () ->
                                change(
                                        archive,
                                        changes -> {
                                            changes.remove(List.of("dig/film.raw"));
                                            cancel.cancel();
                                        },
                                        cancel))
                .isInstanceOf(CancellationException.class);
        assertThat(archive).hasBinaryContent(before);
        assertNothingHalfMade();
    }

    private void assertNothingHalfMade() throws IOException {
        try (var all = Files.list(folder)) {
            assertThat(all.map(path -> path.getFileName().toString()))
                    .noneMatch(name -> name.startsWith(".lacuna"));
        }
    }

    @Test
    void aSplitArchiveIsNotReplacedButCanBeSavedAsANewOne() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD, OptionalLong.of(2_000_000), PASSWORD, dig);
        assertThatThrownBy(() -> change(archive, this::someOfEverything))
                .isInstanceOf(InSeveralParts.class);
        Path whole = folder.resolve("whole.zip");
        change(whole, this::someOfEverything);
        Jobs.extract(whole, PASSWORD, folder.resolve("out"));
        SameTree.assertSame(folder.resolve("out/dig"), expected());
    }

    @Test
    void permissionsOfTheArchiveStay() throws IOException {
        pack(Protection.AES_256, Names.VISIBLE);
        Files.setPosixFilePermissions(archive, PosixFilePermissions.fromString("rw-r-----"));
        change(archive, changes -> changes.remove(List.of("dig/film.raw")));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(archive)))
                .isEqualTo("rw-r-----");
    }

    @Test
    void whatIsAddedIsAsStrongAsTheStrongestThatIsThere() {
        ArchiveEntry open =
                new ArchiveEntry(
                        0,
                        "a",
                        app.lacuna.selection.ItemKind.FILE,
                        1,
                        1,
                        TestTrees.TIME,
                        0644,
                        Protection.NONE,
                        "zstd",
                        OptionalInt.empty());
        ArchiveEntry locked =
                new ArchiveEntry(
                        1,
                        "b",
                        app.lacuna.selection.ItemKind.FILE,
                        1,
                        1,
                        TestTrees.TIME,
                        0644,
                        Protection.AES_192,
                        "deflate",
                        OptionalInt.empty());
        PackOptions form =
                ChangeJob.formOf(
                        new app.lacuna.archive.Listing(
                                archive, 1, 1, "", Names.VISIBLE, List.of(open, locked)));
        assertThat(form.protection()).isEqualTo(Protection.AES_192);
        assertThat(form.method()).isEqualTo(app.lacuna.compression.Method.ZSTD);
    }
}
