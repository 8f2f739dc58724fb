package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Progress;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.error.NothingToPack;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.staging.Existing;
import app.lacuna.verify.Verdict;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PackJobTest {
    @TempDir Path folder;
    private Path dig;
    private Path outbox;
    private Path archive;

    @BeforeEach
    void make() throws IOException {
        dig = TestTrees.dig(folder);
        outbox = Files.createDirectory(folder.resolve("Outbox"));
        archive = outbox.resolve("winter-notes.zip");
    }

    private PackRequest request(FileSelection selection, Existing existing) {
        return new PackRequest(
                selection, archive, PackOptions.STANDARD, existing, AfterPacking.PROVE);
    }

    private PackResult run(PackRequest request) throws IOException {
        return run(request, ProgressListener.none(), CancelToken.never());
    }

    private static PackResult run(
            PackRequest request, ProgressListener listener, CancelToken cancel) throws IOException {
        try (Secret secret = TestTrees.secret("p")) {
            return new PackJob(request, Optional.of(secret), listener, cancel).run();
        }
    }

    private void assertOutboxHolds(String... names) throws IOException {
        try (Stream<Path> all = Files.list(outbox)) {
            assertThat(all.map(path -> path.getFileName().toString()))
                    .containsExactlyInAnyOrder(names);
        }
    }

    @Test
    void packsAndProves() throws IOException {
        List<Progress> told = new ArrayList<>();
        PackResult result =
                run(request(TestTrees.scan(dig), Existing.KEEP), told::add, CancelToken.never());
        assertThat(result.archive()).isEqualTo(archive).exists();
        assertThat(result.archiveBytes()).isEqualTo(Files.size(archive));
        assertThat(result.proof().orElseThrow().allIdentical()).isTrue();
        assertThat(result.isComplete()).isTrue();
        assertOutboxHolds("winter-notes.zip");
        assertThat(told).extracting(Progress::stage).contains(Stage.PACKING, Stage.PROVING);
        Progress packed =
                told.stream().filter(p -> p.stage() == Stage.PACKING).reduce((a, b) -> b).get();
        assertThat(packed.doneBytes()).isEqualTo(packed.totalBytes());
    }

    @Test
    void withoutProofNothingIsClaimed() throws IOException {
        PackRequest request =
                new PackRequest(
                        TestTrees.scan(dig),
                        archive,
                        PackOptions.STANDARD,
                        Existing.KEEP,
                        AfterPacking.TRUST);
        assertThat(run(request).proof()).isEmpty();
    }

    @Test
    void takenNameIsKept() throws IOException {
        Files.writeString(archive, "old");
        assertThatThrownBy(() -> run(request(TestTrees.scan(dig), Existing.KEEP)))
                .isInstanceOf(TargetExists.class);
        assertThat(archive).hasContent("old");
        assertOutboxHolds("winter-notes.zip");
    }

    @Test
    void takenNameIsReplacedOnlyWhenAllowed() throws IOException {
        Files.writeString(archive, "old");
        run(request(TestTrees.scan(dig), Existing.REPLACE));
        assertThat(TestTrees.contents(archive, "p")).hasSize(8);
    }

    @Test
    void cancelWhilePackingLeavesNothingAndKeepsTheOldOne() throws IOException {
        Files.writeString(archive, "old");
        CancelSource cancel = new CancelSource();
        assertThatThrownBy(
                        () ->
                                run(
                                        request(TestTrees.scan(dig), Existing.REPLACE),
                                        progress -> cancel.cancel(),
                                        cancel))
                .isInstanceOf(CancellationException.class);
        assertThat(archive).hasContent("old");
        assertOutboxHolds("winter-notes.zip");
    }

    @Test
    void cancelWhileProvingLeavesNothing() throws IOException {
        CancelSource cancel = new CancelSource();
        ProgressListener atProof =
                progress -> {
                    if (progress.stage() == Stage.PROVING) {
                        cancel.cancel();
                    }
                };
        assertThatThrownBy(() -> run(request(TestTrees.scan(dig), Existing.KEEP), atProof, cancel))
                .isInstanceOf(CancellationException.class);
        assertOutboxHolds();
    }

    @Test
    void archiveInsideItsOwnSourceIsLeftOut() throws IOException {
        archive = dig.resolve("notes.zip");
        Files.writeString(archive, "old");
        PackResult result = run(request(TestTrees.scan(dig), Existing.REPLACE));
        assertThat(result.leftOut())
                .containsExactly(new LeftOut(archive, LeftOut.Reason.OUTPUT_ITSELF));
        assertThat(result.isComplete()).isTrue();
        assertThat(TestTrees.contents(archive, "p")).doesNotContainKey("dig/notes.zip");
    }

    @Test
    void vanishedFileIsLeftOutAndTheRestIsPacked() throws IOException {
        FileSelection selection = TestTrees.scan(dig);
        Files.delete(dig.resolve("levels.csv"));
        PackResult result = run(request(selection, Existing.KEEP));
        assertThat(result.leftOut())
                .containsExactly(new LeftOut(dig.resolve("levels.csv"), LeftOut.Reason.GONE));
        assertThat(result.isComplete()).isFalse();
        assertThat(result.proof().orElseThrow().allIdentical()).isTrue();
        assertThat(TestTrees.contents(archive, "p")).hasSize(7);
    }

    @Test
    void fileChangedAfterChoosingIsPackedAsItIsNow() throws IOException {
        FileSelection selection = TestTrees.scan(dig);
        Files.writeString(dig.resolve("empty.txt"), "no longer empty");
        PackResult result = run(request(selection, Existing.KEEP));
        assertThat(result.proof().orElseThrow().allIdentical()).isTrue();
        assertThat(new String(TestTrees.contents(archive, "p").get("dig/empty.txt")))
                .isEqualTo("no longer empty");
    }

    @Test
    void fileThatKeepsChangingWhileItIsReadIsMarked() throws IOException {
        Path log = dig.resolve("log.txt");
        try (RandomAccessFile file = new RandomAccessFile(log.toFile(), "rw")) {
            file.setLength(400_000);
        }
        FileSelection selection = TestTrees.scan(log);
        int[] touches = {0};
        // Called for every buffer that was read: the file is another one each time.
        ProgressListener touching =
                progress -> {
                    if (progress.stage() == Stage.PACKING) {
                        touch(log, ++touches[0]);
                    }
                };
        PackResult result =
                run(request(selection, Existing.KEEP), everyTime(touching), CancelToken.never());
        assertThat(result.unsteady()).containsExactly("log.txt");
        assertThat(result.isComplete()).isFalse();
        assertThat(result.proof().orElseThrow().count(Verdict.IDENTICAL)).isEqualTo(1);
    }

    @Tag("slow")
    @Test
    void largeFileThatKeepsChangingIsMarkedToo() throws IOException {
        Path film = dig.resolve("film.raw");
        try (RandomAccessFile file = new RandomAccessFile(film.toFile(), "rw")) {
            file.setLength(10_000_000);
        }
        int[] touches = {0};
        ProgressListener touching =
                progress -> {
                    if (progress.stage() == Stage.PACKING) {
                        touch(film, ++touches[0]);
                    }
                };
        PackResult result =
                run(
                        request(TestTrees.scan(film), Existing.KEEP),
                        everyTime(touching),
                        CancelToken.never());
        assertThat(result.unsteady()).containsExactly("film.raw");
        assertThat(TestTrees.contents(archive, "p").get("film.raw")).hasSize(10_000_000);
    }

    /** As when a stick is pulled out: the place is gone, and with it what was written. */
    @Test
    void placeThatDisappearsIsToldAsSuch() throws IOException {
        for (Stage moment : List.of(Stage.PACKING, Stage.PROVING)) {
            Path stick = Files.createDirectory(folder.resolve("stick-" + moment));
            archive = stick.resolve("a.zip");
            ProgressListener pulling =
                    progress -> {
                        if (progress.stage() == moment) {
                            pullOut(stick);
                        }
                    };
            assertThatThrownBy(
                            () ->
                                    run(
                                            request(TestTrees.scan(dig), Existing.KEEP),
                                            pulling,
                                            CancelToken.never()))
                    .isInstanceOf(TargetUnusable.class);
            assertThat(stick).doesNotExist();
        }
    }

    private static void pullOut(Path stick) {
        if (!Files.exists(stick)) {
            return;
        }
        try (Stream<Path> files = Files.list(stick)) {
            for (Path file : files.toList()) {
                Files.delete(file);
            }
            Files.delete(stick);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    /** Progress is throttled; waiting a little in the listener makes every call count. */
    private static ProgressListener everyTime(ProgressListener listener) {
        return progress -> {
            try {
                Thread.sleep(60);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            listener.onProgress(progress);
        };
    }

    private static void touch(Path file, int seconds) {
        try {
            Instant time = TestTrees.TIME.plusSeconds(seconds);
            Files.setLastModifiedTime(file, FileTime.from(time));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void proofThatFailsKeepsNothingAndTheOldArchiveStays() throws IOException {
        Files.writeString(archive, "old");
        Path file = dig.resolve("C-104.jpg");
        FileTime time = Files.getLastModifiedTime(file);
        // Same size, same time, other bytes at the moment of the proof: as a faulty disk would do.
        boolean[] done = {false};
        ProgressListener corrupting =
                progress -> {
                    if (progress.stage() == Stage.PROVING && !done[0]) {
                        done[0] = true;
                        corrupt(file, time);
                    }
                };
        assertThatThrownBy(
                        () ->
                                run(
                                        request(TestTrees.scan(dig), Existing.REPLACE),
                                        corrupting,
                                        CancelToken.never()))
                .isInstanceOfSatisfying(
                        ProofFailed.class, e -> assertThat(e.facts()).containsExactly(1, 8));
        assertThat(archive).hasContent("old");
        assertOutboxHolds("winter-notes.zip");
    }

    private static void corrupt(Path file, FileTime time) {
        try {
            byte[] bytes = Files.readAllBytes(file);
            bytes[5] = (byte) ~bytes[5];
            Files.write(file, bytes);
            Files.setLastModifiedTime(file, time);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void missingTargetFolderIsToldBeforeAnythingIsRead() {
        archive = folder.resolve("nowhere/a.zip");
        assertThatThrownBy(() -> run(request(TestTrees.scan(dig), Existing.KEEP)))
                .isInstanceOf(TargetUnusable.class);
    }

    @Test
    void folderAsTargetIsRefusedEvenWhenReplacing() {
        archive = outbox;
        assertThatThrownBy(() -> run(request(TestTrees.scan(dig), Existing.REPLACE)))
                .isInstanceOf(TargetUnusable.class);
        assertThat(outbox).isDirectory();
    }

    @Test
    void nothingToPackIsSaid() {
        FileSelection nothing = TestTrees.scan(folder.resolve("gone"));
        assertThatThrownBy(() -> run(request(nothing, Existing.KEEP)))
                .isInstanceOf(NothingToPack.class);
        assertThat(archive).doesNotExist();
    }

    @Test
    void originalsAreOnlyRead() throws IOException {
        FileTime before = Files.getLastModifiedTime(dig.resolve("levels.csv"));
        byte[] bytes = Files.readAllBytes(dig.resolve("levels.csv"));
        run(request(TestTrees.scan(dig), Existing.KEEP));
        assertThat(Files.getLastModifiedTime(dig.resolve("levels.csv"))).isEqualTo(before);
        assertThat(Files.readAllBytes(dig.resolve("levels.csv"))).isEqualTo(bytes);
    }

    @Test
    void openArchiveNeedsNoPassword() throws IOException {
        PackRequest request =
                new PackRequest(
                        TestTrees.scan(dig),
                        archive,
                        PackOptions.STANDARD.withProtection(Protection.NONE),
                        Existing.KEEP,
                        AfterPacking.PROVE);
        PackResult result =
                new PackJob(request, Optional.empty(), ProgressListener.none(), CancelToken.never())
                        .run();
        assertThat(result.proof().orElseThrow().allIdentical()).isTrue();
    }
}
