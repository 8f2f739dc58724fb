package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.clearing.Ends;
import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.LooseEnd.Kind;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.TestRegister;
import app.lacuna.common.CancelToken;
import app.lacuna.job.Jobs;
import app.lacuna.looseends.Seen.State;
import app.lacuna.staging.Existing;
import app.lacuna.staging.OwnersFile;
import app.lacuna.trash.FreedesktopTrash;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What jobs leave is remembered, and looked at again. */
class LooseEndsTest {
    @TempDir Path folder;
    private TestRegister register;
    private Path season;
    private Path archive;
    private Trash trash;

    @BeforeEach
    void make() throws IOException {
        register = TestRegister.in(folder.resolve("state"));
        trash = new FreedesktopTrash(folder.resolve("data"), 0, Clock.systemDefaultZone());
        season = Files.createDirectory(folder.resolve("season"));
        Files.writeString(season.resolve("levels.csv"), "1;2");
        Files.writeString(season.resolve("diary.txt"), "rain");
        archive = folder.resolve("winter.zip");
    }

    @AfterEach
    void end() throws IOException {
        register.close();
    }

    private void pack() throws IOException {
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", season);
    }

    private List<Seen> look() {
        return new LooseEnds(Optional.of(trash)).look(CancelToken.never());
    }

    private Seen onlyOne() {
        List<Seen> all = look();
        assertThat(all).hasSize(1);
        return all.get(0);
    }

    @Test
    void packingLeavesOriginalsAndTakingOutLeavesCopies() throws IOException {
        pack();
        Jobs.extract(archive, "ebb", folder.resolve("out"));
        assertThat(look())
                .extracting(seen -> seen.end().kind())
                .containsExactly(Kind.ORIGINAL, Kind.EXTRACTED);
        Seen originals = look().get(0);
        assertThat(originals.end().archive()).contains(archive);
        assertThat(originals.end().proved()).isPresent();
        assertThat(originals.bytes()).isEqualTo(7);
        assertThat(originals.in(State.THERE))
                .extracting(ReadableFile::entry)
                .containsExactlyInAnyOrder("season/levels.csv", "season/diary.txt");
        assertThat(LooseEnds.bytes(look())).isEqualTo(14);
    }

    @Test
    void packedOnceMoreIsSpokenOfOnce() throws IOException {
        pack();
        Files.delete(archive);
        pack();
        assertThat(onlyOne().in(State.THERE)).hasSize(2);
        archive = folder.resolve("another.zip");
        pack();
        assertThat(look()).hasSize(2);
        assertThat(LooseEnds.bytes(look())).as("each file once").isEqualTo(7);
    }

    @Test
    void whatIsGoneIsForgotten() throws IOException {
        pack();
        Files.delete(season.resolve("levels.csv"));
        assertThat(onlyOne().in(State.THERE)).hasSize(1);
        Files.delete(season.resolve("diary.txt"));
        assertThat(look()).isEmpty();
        assertThat(Ends.all()).isEmpty();
    }

    @Test
    void otherContentsAreAChangeAndAnotherTimeAloneIsNone() throws IOException {
        pack();
        Path levels = season.resolve("levels.csv");
        Files.writeString(levels, "1;2;3");
        assertThat(onlyOne().in(State.CHANGED))
                .extracting(ReadableFile::path)
                .containsExactly(levels);
    }

    @Test
    void whatTheFileSystemKnowsUnderAnotherNameHasMoved() throws IOException {
        pack();
        Files.move(season.resolve("levels.csv"), season.resolve("heights.csv"));
        assertThat(onlyOne().in(State.THERE))
                .extracting(ReadableFile::path)
                .contains(season.resolve("heights.csv"));
        assertThat(Ends.all().get(0).files())
                .as("and is remembered there")
                .extracting(ReadableFile::path)
                .contains(season.resolve("heights.csv"));
    }

    /** Same size, same time, but another file that somebody had there before. */
    @Test
    void anotherFileIsNotTakenForTheOneThatIsGone() throws IOException {
        Path other = Files.writeString(season.resolve("other.csv"), "7;8");
        pack();
        Path similar = Files.writeString(season.resolve("similar.csv"), "9;9");
        Files.setLastModifiedTime(similar, Files.getLastModifiedTime(season.resolve("levels.csv")));
        Files.delete(season.resolve("levels.csv"));
        assertThat(onlyOne().in(State.THERE))
                .extracting(ReadableFile::path)
                .containsExactlyInAnyOrder(other, season.resolve("diary.txt"));
    }

    @Test
    void whatSomebodyHasThrownAwayIsFoundInTheTrash() throws IOException {
        pack();
        trash.put(season, season);
        Seen seen = onlyOne();
        assertThat(seen.in(State.IN_TRASH)).hasSize(2);
        TrashJob.Result back = new TrashJob(trash, CancelToken.never()).takeBack(seen.all());
        assertThat(back.stays()).isEmpty();
        assertThat(season.resolve("levels.csv")).hasContent("1;2");
        assertThat(onlyOne().in(State.THERE)).hasSize(2);
    }

    /** The place that a stick was mounted at is there, and nothing is mounted. */
    @Test
    void whatIsOnAStickThatIsNotThereIsNotForgotten() throws IOException {
        pack();
        Ends.change(
                Ends.all().get(0).id(),
                end ->
                        new LooseEnd(
                                end.id(),
                                end.kind(),
                                end.archive(),
                                end.fingerprint(),
                                end.since(),
                                end.proved(),
                                List.of(season),
                                false,
                                end.files()));
        Files.delete(season.resolve("levels.csv"));
        Files.delete(season.resolve("diary.txt"));
        assertThat(onlyOne().in(State.AWAY)).hasSize(2);
        LooseEnds.forget(onlyOne().end());
        assertThat(look()).isEmpty();
    }

    @Test
    void whatIsWantedDoesNotCountAndStaysInTheList() throws IOException {
        pack();
        LooseEnds.keep(onlyOne().end(), true);
        assertThat(onlyOne().end().wanted()).isTrue();
        assertThat(LooseEnds.bytes(look())).isZero();
    }

    @Test
    void whatIsWantedStaysWantedWhenItIsPackedOnceMore() throws IOException {
        pack();
        LooseEnds.keep(onlyOne().end(), true);
        Files.delete(archive);
        pack();
        assertThat(onlyOne().end().wanted()).isTrue();
    }

    @Test
    void listsAndSlipsAreForTheOwnerOnlyAndAreKnown() throws IOException {
        Path list = folder.resolve("list.txt");
        OwnersFile.write(list, new byte[] {65}, Existing.KEEP, Kind.EXPORT, Optional.of(archive));
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(list)))
                .isEqualTo("rw-------");
        assertThat(onlyOne().end().kind()).isEqualTo(Kind.EXPORT);
        assertThat(LooseEnds.of(archive, look())).as("of an archive to come").hasSize(1);
    }

    @Test
    void aFolderOfWhichThereIsNoListIsListedWhenSomebodyLooks() throws IOException {
        pack();
        Ends.change(
                Ends.all().get(0).id(), end -> end.withFiles(List.of(tree(end.files().get(0)))));
        assertThat(onlyOne().in(State.THERE))
                .extracting(ReadableFile::entry)
                .containsExactlyInAnyOrder("season/levels.csv", "season/diary.txt");
    }

    private static ReadableFile tree(ReadableFile folder) {
        return new ReadableFile(
                folder.path(),
                folder.entry(),
                ReadableFile.Sort.TREE,
                0,
                folder.modified(),
                folder.key(),
                Optional.empty(),
                Optional.empty());
    }

    @Test
    void aPipeInPlaceOfAnEmptyFileIsNotWaitedFor() throws Exception {
        Path empty = Files.createFile(season.resolve("empty"));
        Files.setLastModifiedTime(empty, FileTime.from(Instant.parse("2026-11-01T00:00:00Z")));
        pack();
        ReadableFile before = ReadableFile.now(empty, "season/empty");
        Files.delete(empty);
        run("mkfifo", empty.toString());
        run("touch", "-d", "2026-11-01T00:00:00Z", empty.toString()); // Java would open it
        assertThat(before.looksLike(ReadableFile.now(empty, "season/empty"))).isFalse();
        assertThat(onlyOne().in(State.CHANGED))
                .extracting(ReadableFile::path)
                .containsExactly(empty);
    }

    private static void run(String... command) throws Exception {
        assertThat(new ProcessBuilder(command).start().waitFor()).isZero();
    }

    private void packVersion(String text, Path to) throws IOException {
        Files.writeString(season.resolve("notes.txt"), text);
        Jobs.pack(to, PackOptions.STANDARD, "ebb", season.resolve("notes.txt"));
    }

    private void throwAway(Path file) throws IOException {
        InTrash place = trash.put(file, file).orElseThrow();
        assertThat(place.file()).exists();
    }

    @Test
    void severalVersionsInTrash_areNamedWithTheirArchives() throws IOException {
        for (int version = 1; version <= 3; version++) {
            packVersion("version ".repeat(version), folder.resolve("x" + version + ".zip"));
            throwAway(season.resolve("notes.txt"));
        }
        List<Seen> all = look();
        assertThat(all).hasSize(3).allMatch(seen -> seen.has(State.IN_TRASH));
        List<ReadableFile> inTrash =
                all.stream().flatMap(seen -> seen.in(State.IN_TRASH).stream()).toList();
        assertThat(inTrash.stream().map(file -> file.inTrash().orElseThrow()).distinct())
                .hasSize(3);
        Ends.purged(List.of(inTrash.get(0).inTrash().orElseThrow()));
        trash.purge(inTrash.get(0).inTrash().orElseThrow());
        assertThat(look()).hasSize(2).allMatch(seen -> seen.has(State.IN_TRASH));
    }

    @Test
    void versionInTrash_staysKnownBesideANewerFile() throws IOException {
        packVersion("first", archive);
        throwAway(season.resolve("notes.txt"));
        Files.writeString(season.resolve("notes.txt"), "a newer one");
        assertThat(onlyOne().in(State.IN_TRASH)).hasSize(1);
        Ends.gone(List.of(season.resolve("notes.txt")));
        assertThat(onlyOne().in(State.IN_TRASH)).hasSize(1);
    }

    @Test
    void movedArchive_isRecognised() throws IOException {
        pack();
        Path moved = folder.resolve("moved.zip");
        Files.move(archive, moved);
        LooseEnds.recognise(moved);
        assertThat(LooseEnds.of(moved, look())).hasSize(1);
    }

    @Test
    void copiedArchive_leavesRecordsWithTheOriginal() throws IOException {
        pack();
        Path copy = Files.copy(archive, folder.resolve("copy.zip"));
        LooseEnds.recognise(copy);
        assertThat(LooseEnds.of(archive, look())).hasSize(1);
    }

    @Test
    void renamedFolder_isFollowed() throws IOException {
        pack();
        Path renamed = folder.resolve("renamed");
        Files.move(season, renamed);
        assertThat(onlyOne().in(State.THERE))
                .extracting(ReadableFile::path)
                .contains(renamed.resolve("levels.csv"), renamed.resolve("diary.txt"));
    }

    private Path record() throws IOException {
        try (var records = Files.newDirectoryStream(folder.resolve("state/ends"), "*.end")) {
            return records.iterator().next();
        }
    }

    @Test
    void damagedRecord_isReported() throws IOException {
        pack();
        assertThat(LooseEnds.damagedRecords()).isEmpty();
        Path record = record();
        byte[] bytes = Files.readAllBytes(record);
        for (int length : new int[] {0, 40, bytes.length - 30}) {
            Files.write(record, Arrays.copyOf(bytes, length));
            assertThat(LooseEnds.damagedRecords()).containsExactly(record);
        }
        String text = new String(bytes, StandardCharsets.UTF_8);
        Files.writeString(record, text.substring(0, text.lastIndexOf('\n')));
        assertThat(LooseEnds.damagedRecords()).as("a line less").containsExactly(record);
    }

    /** The process ended between the two names of the file. */
    @Test
    void look_afterAnInterruptedRecoveryFromTheTrash_finishesIt() throws IOException {
        pack();
        Path file = season.resolve("levels.csv");
        InTrash place = trash.put(file, file).orElseThrow();
        assertThat(onlyOne().in(State.IN_TRASH)).hasSize(1);
        Files.createLink(file, place.file());
        assertThat(onlyOne().in(State.THERE)).hasSize(2);
        assertThat(place.file()).doesNotExist();
        assertThat(place.info()).doesNotExist();
        assertThat(file).hasContent("1;2");
    }

    @Test
    void look_withLostNoteInTheTrash_knowsTheFileAndRepairsTheNote() throws IOException {
        pack();
        Path file = season.resolve("levels.csv");
        InTrash place = trash.put(file, file).orElseThrow();
        Files.delete(place.info());
        assertThat(onlyOne().in(State.IN_TRASH)).hasSize(1);
        assertThat(place.info()).exists();
    }

    @Test
    void deleteDamagedRecord_ofOneThatCanBeRead_leavesIt() throws IOException {
        pack();
        Path record = record();
        LooseEnds.deleteDamagedRecord(record);
        assertThat(record).exists();
        Files.writeString(record, "{");
        LooseEnds.deleteDamagedRecord(record);
        assertThat(record).doesNotExist();
        LooseEnds.deleteDamagedRecord(record);
    }

    @Test
    void of_knowsAnArchiveByEveryNameOfIt() throws IOException {
        pack();
        Path link = Files.createSymbolicLink(folder.resolve("link.zip"), archive);
        Path other = Files.writeString(folder.resolve("other.zip"), "");
        assertThat(LooseEnds.of(link, look())).hasSize(1);
        assertThat(LooseEnds.of(other, look())).isEmpty();
        assertThat(LooseEnds.of(folder.resolve("none.zip"), look())).isEmpty();
        Files.delete(archive);
        assertThat(LooseEnds.of(archive, look())).hasSize(1);
    }
}
