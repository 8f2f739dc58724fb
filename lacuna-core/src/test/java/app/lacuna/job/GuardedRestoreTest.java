package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Progress;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.common.Stage;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Keep;
import app.lacuna.generations.Standing;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.nio.file.attribute.UserDefinedFileAttributeView;
import java.time.Instant;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Restore and undo replace an item only while it is what was promised. */
class GuardedRestoreTest {
    private static final Instant START = Instant.parse("2040-11-11T18:00:00Z");

    @TempDir Path folder;
    private Path source;
    private Round round;
    private Generation first;

    private Path drive;

    @BeforeEach
    void make() throws IOException {
        source = Files.createDirectory(folder.resolve("src"));
        drive = Files.createDirectory(folder.resolve("drive"));
        Files.writeString(source.resolve("f"), "f1");
        Files.writeString(source.resolve("g"), "g1");
        Files.createSymbolicLink(source.resolve("x"), Path.of("aaaa"));
        Files.createSymbolicLink(source.resolve("y"), Path.of("aaaa"));
        use(Form.ZIP);
    }

    /** Details are stored by the backup form alone; deriving its key takes a second. */
    private void use(Form form) throws IOException {
        Path place = Files.createDirectory(drive.resolve(form.name()));
        round = RoundsForTests.round(source, place, form, Keep.USUAL);
        first = RoundsForTests.run(round, START).latest();
    }

    private PutBackJob.Result restore(Instant at, ProgressListener listener) throws IOException {
        return restore(at, listener, false);
    }

    private PutBackJob.Result restore(Instant at, ProgressListener listener, boolean removeNew)
            throws IOException {
        try (Moment moment = RoundsForTests.moment(round, first);
                Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            PutBackJob job =
                    new PutBackJob(
                            round, moment, RoundsForTests.at(at), listener, CancelToken.never());
            return job.run(job.plan(path -> true, removeNew), password);
        }
    }

    private PutBackJob.Result restore() throws IOException {
        return restore(START.plusSeconds(9_999), ProgressListener.none());
    }

    private UndoJob.Result undo() throws IOException {
        GenerationStore store = Moment.store(round);
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            return new UndoJob(store, password, ProgressListener.none(), CancelToken.never())
                    .run(UndoJob.possible(store).get(0));
        }
    }

    private void point(String link, String target) throws IOException {
        Files.deleteIfExists(source.resolve(link));
        Files.createSymbolicLink(source.resolve(link), Path.of(target));
    }

    private static void during(Progress told, Stage stage, ThrowingRunnable action) {
        if (told.stage() == stage) {
            try {
                action.run();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    @FunctionalInterface
    private interface ThrowingRunnable {
        void run() throws IOException;
    }

    /** As a file system lists it that ignores case: one item, found by another name. */
    @Test
    void restore_withItemByAnotherSpelling_doesNotRemoveIt() throws IOException {
        Files.createLink(source.resolve("F"), source.resolve("f"));
        Files.writeString(source.resolve("new"), "new");
        restore(START.plusSeconds(9_999), ProgressListener.none(), true);
        assertThat(source.resolve("F")).hasContent("f1");
        assertThat(source.resolve("f")).hasContent("f1");
        assertThat(source.resolve("new")).doesNotExist();
    }

    @Test
    void restore_withNewFileEditedMeanwhile_leavesItAndSaysSo() throws IOException {
        Path added = Files.writeString(source.resolve("new"), "new");
        PutBackJob.Result result =
                restore(
                        START.plusSeconds(9_999),
                        told ->
                                during(
                                        told,
                                        Stage.PROVING,
                                        () -> Files.writeString(added, "edited")),
                        true);
        assertThat(added).hasContent("edited");
        assertThat(result.removed()).isZero();
        assertThat(result.wrong()).containsExactly("src/new");
    }

    @Test
    void undo_withLinksPointedElsewhere_leavesThem() throws IOException {
        Files.delete(source.resolve("x"));
        point("y", "zzzz");
        restore();
        point("x", "bbbb");
        point("y", "cccc");
        assertThat(undo().edited()).containsExactlyInAnyOrder("src/x", "src/y");
        assertThat(Files.readSymbolicLink(source.resolve("x"))).hasToString("bbbb");
        assertThat(Files.readSymbolicLink(source.resolve("y"))).hasToString("cccc");
    }

    @Test
    void undo_withFileInPlaceOfRestoredLink_leavesIt() throws IOException {
        Files.delete(source.resolve("x"));
        Files.writeString(source.resolve("x"), "was a file");
        restore();
        assertThat(source.resolve("x")).isSymbolicLink();
        Files.delete(source.resolve("x"));
        Files.writeString(source.resolve("x"), "written later");
        assertThat(undo().edited()).containsExactly("src/x");
        assertThat(source.resolve("x")).hasContent("written later");
    }

    @Test
    void undoTwice_undoesTheEarlierRestore() throws IOException {
        Files.writeString(source.resolve("f"), "f22");
        restore();
        Files.writeString(source.resolve("g"), "g22");
        restore();
        assertThat(undo().edited()).isEmpty();
        assertThat(source.resolve("g")).hasContent("g22");
        Files.writeString(source.resolve("g"), "by hand");
        assertThat(undo().edited()).isEmpty();
        assertThat(source.resolve("f")).hasContent("f22");
        assertThat(source.resolve("g")).hasContent("by hand");
        assertThat(UndoJob.possible(Moment.store(round))).isEmpty();
    }

    @Test
    void undo_afterClockWentBack_undoesTheLastRestore() throws IOException {
        Files.delete(source.resolve("f"));
        restore(START.plusSeconds(7_200), ProgressListener.none());
        Files.writeString(source.resolve("g"), "g22");
        restore(START.plusSeconds(3_600), ProgressListener.none());
        undo();
        assertThat(source.resolve("f")).hasContent("f1");
        assertThat(source.resolve("g")).hasContent("g22");
    }

    /** The first file is written: by then the second one must be compared again. */
    @Test
    void restore_withFileEditedMeanwhile_leavesIt() throws IOException {
        Files.writeString(source.resolve("f"), "f22");
        Files.writeString(source.resolve("g"), "g22");
        PutBackJob.Result result =
                restore(
                        START.plusSeconds(9_999),
                        told ->
                                during(
                                        told,
                                        Stage.EXTRACTING,
                                        () -> Files.writeString(source.resolve("g"), "edited")));
        assertThat(source.resolve("f")).hasContent("f1");
        assertThat(source.resolve("g")).hasContent("edited");
        assertThat(result.wrong()).containsExactly("src/g");
    }

    @Test
    void restore_keepsEditOfSameSizeAndTime() throws IOException {
        Files.writeString(source.resolve("g"), "g22");
        FileTime time = Files.getLastModifiedTime(source.resolve("g"));
        restore(
                START.plusSeconds(9_999),
                told ->
                        during(
                                told,
                                Stage.EXTRACTING,
                                () -> {
                                    Files.writeString(source.resolve("g"), "G33");
                                    Files.setLastModifiedTime(source.resolve("g"), time);
                                }));
        assertThat(source.resolve("g")).hasContent("G33");
    }

    @Test
    void restore_bringsBackDetailsOfFolders() throws IOException {
        use(Form.BACKUP);
        Path inside = Files.createDirectory(source.resolve("d"));
        Files.setPosixFilePermissions(inside, PosixFilePermissions.fromString("rwxr-x---"));
        Files.setAttribute(inside, "unix:mode", 02750);
        attribute(inside, "label", "important");
        FileTime then = FileTime.from(Instant.parse("2001-01-01T00:00:00Z"));
        Files.setLastModifiedTime(inside, then);
        first = RoundsForTests.run(round, START.plusSeconds(60)).latest();
        attribute(inside, "label", "other");
        Files.setAttribute(inside, "unix:mode", 0700);
        Files.setLastModifiedTime(inside, FileTime.from(START));
        try (Moment moment = RoundsForTests.moment(round, first)) {
            Standing.All all =
                    new PutBackJob(
                                    round,
                                    moment,
                                    RoundsForTests.at(START),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .plan(path -> true, false)
                            .standing();
            assertThat(all.count(Standing.State.CHANGED)).isEqualTo(1);
        }
        assertThat(restore().isComplete()).isTrue();
        assertThat(Files.getAttribute(inside, "unix:mode")).isEqualTo(042750);
        assertThat(attribute(inside, "label")).isEqualTo("important");
        assertThat(Files.getLastModifiedTime(inside)).isEqualTo(then);
        undo();
        assertThat(Files.getAttribute(inside, "unix:mode")).isEqualTo(040700);
        assertThat(attribute(inside, "label")).isEqualTo("other");
    }

    private static void attribute(Path place, String name, String value) throws IOException {
        Files.getFileAttributeView(place, UserDefinedFileAttributeView.class)
                .write(name, ByteBuffer.wrap(value.getBytes(StandardCharsets.UTF_8)));
    }

    private static String attribute(Path place, String name) throws IOException {
        ByteBuffer value = ByteBuffer.allocate(100);
        Files.getFileAttributeView(place, UserDefinedFileAttributeView.class).read(name, value);
        return StandardCharsets.UTF_8.decode(value.flip()).toString();
    }

    @Test
    void run_afterDetailsOfFolderChanged_storesThem() throws IOException {
        use(Form.BACKUP);
        Path inside = Files.createDirectory(source.resolve("d"));
        RoundsForTests.run(round, START.plusSeconds(60));
        attribute(inside, "label", "important");
        RoundRun run = RoundsForTests.run(round, START.plusSeconds(120));
        assertThat(run.made()).isPresent();
        assertThat(run.counts().changed()).isEqualTo(1);
        try (Moment moment = RoundsForTests.moment(round, run.latest())) {
            RoundsForTests.takeOut(moment, folder.resolve("out"));
        }
        assertThat(attribute(folder.resolve("out/src/d"), "label")).isEqualTo("important");
        assertThat(RoundsForTests.run(round, START.plusSeconds(180)).made()).isEmpty();
    }

    /** The attribute arrives after the file was read and before the manifest is written. */
    @Test
    void run_afterDetailsChangedDuringRun_storesThemNextTime() throws IOException {
        use(Form.BACKUP);
        Path file = source.resolve("f");
        Files.writeString(file, "f2");
        RoundRun run;
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            run =
                    new RoundRunJob(
                                    round,
                                    password,
                                    RoundRunJob.Wish.USUAL,
                                    RoundsForTests.at(START.plusSeconds(60)),
                                    told ->
                                            during(
                                                    told,
                                                    Stage.PACKING,
                                                    () -> {
                                                        if (told.doneBytes() > 0) {
                                                            attribute(file, "label", "late");
                                                        }
                                                    }),
                                    CancelToken.never())
                            .run();
        }
        assertThat(run.made()).isPresent();
        RoundRun next = RoundsForTests.run(round, START.plusSeconds(120));
        try (Moment moment = RoundsForTests.moment(round, next.latest())) {
            RoundsForTests.takeOut(moment, folder.resolve("out"));
        }
        assertThat(attribute(folder.resolve("out/src/f"), "label")).isEqualTo("late");
    }

    @ParameterizedTest
    @EnumSource(
            value = Form.class,
            names = {"ZIP", "BACKUP"})
    void namesThatAreNotText_areTheSameInEachRun(Form form) throws IOException {
        Path other = Files.createDirectory(folder.resolve("drive 2"));
        round = RoundsForTests.round(source, other, form, Keep.USUAL);
        Path one = raw("a%FF.txt");
        Path two = raw("a%FE.txt");
        Files.writeString(one, "one");
        Files.writeString(two, "two");
        first = RoundsForTests.run(round, START).latest();
        assertThat(RoundsForTests.run(round, START.plusSeconds(60)).made()).isEmpty();
        Files.writeString(one, "spoilt");
        Files.delete(two);
        RoundRun changed = RoundsForTests.run(round, START.plusSeconds(120));
        assertThat(changed.counts().changed()).isEqualTo(1);
        assertThat(changed.counts().gone()).isEqualTo(1);
        assertThat(restore().isComplete()).isTrue();
        assertThat(Files.readString(one)).isEqualTo("one");
        assertThat(Files.readString(two)).isEqualTo("two");
        try (var files = Files.list(source)) {
            assertThat(files).hasSize(6);
        }
        undo();
        assertThat(Files.readString(one)).isEqualTo("spoilt");
        assertThat(Files.exists(two, LinkOption.NOFOLLOW_LINKS)).isFalse();
    }

    private Path raw(String name) {
        return Path.of(URI.create(source.toUri() + name));
    }
}
