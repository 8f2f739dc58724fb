package app.lacuna.trash;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.Undeletable;
import app.lacuna.clearing.Volume;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Held against the text of the Trash specification 1.0 (freedesktop.org, 2 January 2014); another
 * implementation is asked in {@code OtherTrashTest}.
 */
class FreedesktopTrashTest {
    private static final Path MEMORY = Path.of("/dev/shm");
    private static final Clock CLOCK =
            Clock.fixed(Instant.parse("2026-11-25T13:20:09.750Z"), ZoneId.of("Europe/Berlin"));

    @TempDir Path folder;
    private Path data;
    private FreedesktopTrash trash;

    @BeforeEach
    void make() throws IOException {
        data = folder.resolve("data");
        trash = new FreedesktopTrash(data, 1000, CLOCK);
    }

    private Path file(String name) throws IOException {
        return Files.writeString(folder.resolve(name), "1;2");
    }

    private InTrash put(Path file) throws IOException {
        return trash.put(file, file).orElseThrow();
    }

    @Test
    void theNoteHasPathAndTimeInTheWordsOfTheSpecification() throws IOException {
        Path file = file("levels №1 100%.csv");
        InTrash place = put(file);
        assertThat(file).doesNotExist();
        assertThat(place.file()).isEqualTo(data.resolve("Trash/files/levels №1 100%.csv"));
        assertThat(place.info()).isEqualTo(data.resolve("Trash/info/levels №1 100%.csv.trashinfo"));
        assertThat(place.info())
                .hasContent(
                        "[Trash Info]\nPath="
                                + folder
                                + "/levels%20%E2%84%961%20100%25.csv\n"
                                + "DeletionDate=2026-11-25T14:20:09\n");
    }

    @Test
    void nobodyElseCanReadWhatIsThrownAway() throws IOException {
        put(file("diary.txt"));
        assertThat(
                        PosixFilePermissions.toString(
                                Files.getPosixFilePermissions(data.resolve("Trash/files"))))
                .isEqualTo("rwx------");
    }

    @Test
    void namesThatAreTakenGetANumberAndNothingIsReplaced() throws IOException {
        InTrash first = put(file("a.csv"));
        InTrash second = put(file("a.csv"));
        assertThat(second.file()).isNotEqualTo(first.file()).exists();
        assertThat(first.file()).exists();
        Files.delete(first.info()); // what lies there without a note is not replaced either
        InTrash third = put(file("a.csv"));
        assertThat(Set.of(first.file(), second.file(), third.file())).hasSize(3);
    }

    @Test
    void longestNamesFit() throws IOException {
        for (String name : new String[] {"x".repeat(255), "№".repeat(85), "y".repeat(246)}) {
            Path file = file(name);
            InTrash place = put(file);
            assertThat(trash.has(place, file)).isTrue();
            assertThat(trash.restore(place, file)).isEqualTo(file);
            assertThat(file).exists();
        }
    }

    @Test
    void comesBackWithFoldersThatAreGone() throws IOException {
        Path deep = Files.createDirectories(folder.resolve("season/survey"));
        Path file = Files.writeString(deep.resolve("levels.csv"), "1;2");
        InTrash place = put(file);
        Files.delete(deep);
        Files.delete(deep.getParent());
        assertThat(trash.restore(place, file)).isEqualTo(file).hasContent("1;2");
        assertThat(place.info()).doesNotExist();
        assertThat(trash.has(place, file)).isFalse();
    }

    @Test
    void comesBackBesideWhatHasItsNameNow() throws IOException {
        Path file = file("levels.csv");
        InTrash place = put(file);
        Files.writeString(file, "newer");
        assertThat(trash.restore(place, file)).isEqualTo(folder.resolve("levels (2).csv"));
        assertThat(file).hasContent("newer");
    }

    @Test
    void whatAnotherProgramHasThrownAwayIsFound() throws IOException {
        Path info = Files.createDirectories(data.resolve("Trash/info"));
        Path files = Files.createDirectories(data.resolve("Trash/files/season.3/survey"));
        Files.writeString(files.resolve("levels.csv"), "1;2");
        Files.writeString(
                info.resolve("season.3.trashinfo"),
                "[Trash Info]\nPath=" + folder + "/season\nDeletionDate=2026-11-13T10:00:00\n");
        Path levels = folder.resolve("season/survey/levels.csv");
        Map<Path, List<InTrash>> found = trash.find(Set.of(levels, folder.resolve("season/none")));
        assertThat(found).containsOnlyKeys(levels);
        assertThat(trash.has(found.get(levels).get(0), levels)).isTrue();
        trash.purge(found.get(levels).get(0));
        assertThat(info.resolve("season.3.trashinfo")).as("the rest of it is theirs").exists();
    }

    @Test
    void purgingTakesFileAndNote() throws IOException {
        Path file = file("levels.csv");
        InTrash place = put(file);
        trash.purge(place);
        assertThat(place.file()).doesNotExist();
        assertThat(place.info()).doesNotExist();
    }

    /** Another thing of the same name that came there later is not what was put there. */
    @Test
    void somethingElseUnderTheSameNameIsNotOurs() throws IOException {
        Path file = file("levels.csv");
        InTrash place = put(file);
        Files.writeString(
                place.info(), "[Trash Info]\nPath=/home/other/levels.csv\nDeletionDate=x\n");
        assertThat(trash.has(place, file)).isFalse();
    }

    private Path onAnotherVolume() throws IOException {
        Assumptions.assumeTrue(
                Files.isWritable(MEMORY) && !Volume.isSame(MEMORY, folder),
                "needs a second file system");
        return Files.createTempDirectory(MEMORY, "lacuna-test");
    }

    private static void wipe(Path... places) throws IOException {
        for (Path place : places) {
            if (Files.exists(place)) {
                try (var all = Files.walk(place)) {
                    all.sorted(java.util.Comparator.reverseOrder())
                            .forEach(each -> each.toFile().delete());
                }
            }
        }
    }

    @Test
    void eachVolumeHasATrashOfItsOwnAndTellsPathsFromItsTop() throws IOException {
        Path stick = onAnotherVolume();
        Path can = MEMORY.resolve(".Trash-1000");
        try {
            Path file = Files.writeString(stick.resolve("finds.csv"), "C-104");
            InTrash place = put(file);
            assertThat(place.file()).isEqualTo(can.resolve("files/finds.csv"));
            assertThat(place.info())
                    .content()
                    .contains("Path=" + stick.getFileName() + "/finds.csv\n");
            assertThat(trash.has(place, file)).isTrue();
            assertThat(trash.find(Set.of(file))).containsEntry(file, List.of(place));
            assertThat(trash.restore(place, file)).isEqualTo(file);
        } finally {
            wipe(stick, can);
        }
    }

    @Test
    void aSharedTrashIsUsedOnlyIfItIsStickyAndNoLink() throws IOException {
        Path stick = onAnotherVolume();
        Path shared = MEMORY.resolve(".Trash");
        Path own = MEMORY.resolve(".Trash-1000");
        try {
            Files.createDirectory(shared);
            Path file = Files.writeString(stick.resolve("finds.csv"), "C-104");
            InTrash place = put(file);
            assertThat(place.file()).as("it is not sticky").startsWith(own);
            trash.restore(place, file);
            Files.setAttribute(shared, "unix:mode", 01777);
            place = put(file);
            assertThat(place.file()).startsWith(shared.resolve("1000/files"));
            assertThat(trash.has(place, file)).isTrue();
            trash.restore(place, file);
            Path elsewhere = Files.createDirectory(stick.resolve("elsewhere"));
            Files.setAttribute(elsewhere, "unix:mode", 01777);
            wipe(shared);
            Files.createSymbolicLink(shared, elsewhere);
            assertThat(put(file).file()).as("it is a link").startsWith(own);
        } finally {
            Files.deleteIfExists(Files.isSymbolicLink(shared) ? shared : stick.resolve("none"));
            wipe(stick, shared, own);
        }
    }

    @Test
    void withoutATrashItStaysWhereItIs() throws IOException {
        Path blocked = Files.writeString(folder.resolve("blocked"), "a file");
        FreedesktopTrash none = new FreedesktopTrash(blocked, 1000, CLOCK);
        Path stick = onAnotherVolume();
        Path can = Files.createSymbolicLink(MEMORY.resolve(".Trash-1000"), stick);
        try {
            Path file = Files.writeString(stick.resolve("finds.csv"), "C-104");
            assertThatThrownBy(() -> none.put(file, file)).isInstanceOf(Trash.NoTrash.class);
            assertThat(file).exists();
        } finally {
            Files.delete(can);
            wipe(stick);
        }
    }

    @Test
    void whichTrashASystemHas() {
        Map<String, String> none = Map.of();
        assertThat(Trashes.of("Windows 11", folder, none)).isEmpty();
        assertThat(Trashes.of("Mac OS X", folder, none)).isEmpty();
        assertThat(Trashes.of("Linux", folder, none)).isPresent();
    }

    @Test
    void find_withLostNote_findsByNameAndWritesTheNoteAgain() throws IOException {
        Path file = file("levels.csv");
        put(file("levels.csv"));
        InTrash second = put(file("levels.csv"));
        Files.write(second.info(), new byte[0]);
        List<InTrash> found = trash.find(Set.of(file)).get(file);
        assertThat(found).contains(second);
        assertThat(trash.has(second, file)).isFalse();
        trash.explain(second, file);
        assertThat(trash.has(second, file)).isTrue();
    }

    @Test
    void explain_insideAFolder_writesThePathOfTheFolder() throws IOException {
        Path season = Files.createDirectory(folder.resolve("season"));
        Path file = Files.writeString(season.resolve("levels.csv"), "1;2");
        InTrash place = trash.put(season, season).orElseThrow();
        Files.delete(place.info());
        InTrash inside = trash.find(Set.of(file)).get(file).get(0);
        trash.explain(inside, file);
        assertThat(trash.has(inside, file)).isTrue();
        assertThat(place.info()).content().contains("Path=" + season + "\n");
    }

    @Test
    void explain_withANote_changesNothing() throws IOException {
        Path file = file("levels.csv");
        InTrash place = put(file);
        String before = Files.readString(place.info());
        trash.explain(place, folder.resolve("other.csv"));
        assertThat(place.info()).hasContent(before);
    }

    @Test
    void moreThanTwentyOfAName_areAllKept() throws IOException {
        Set<Path> places = new HashSet<>();
        for (int i = 0; i < 23; i++) {
            places.add(put(file("levels.csv")).file());
            places.add(put(file("notes")).file());
        }
        assertThat(places).hasSize(46).allSatisfy(place -> assertThat(place).hasContent("1;2"));
        Path notes = folder.resolve("notes");
        assertThat(trash.find(Set.of(notes)).get(notes)).hasSize(23);
    }

    @Test
    void find_withLostNotes_matchesNamesWithAndWithoutAnEnding() throws IOException {
        for (String name : List.of("notes", "levels.csv")) {
            put(file(name));
            InTrash numbered = put(file(name));
            Files.delete(numbered.info());
            Path original = folder.resolve(name);
            assertThat(trash.find(Set.of(original)).get(original))
                    .as(name)
                    .extracting(InTrash::file)
                    .contains(numbered.file());
        }
        Path other = folder.resolve("note");
        assertThat(trash.find(Set.of(other))).doesNotContainKey(other);
    }

    @Test
    void find_inAnEmptyTrash_findsNothing() throws IOException {
        InTrash place = put(file("levels.csv"));
        trash.purge(place);
        assertThat(trash.find(Set.of(folder.resolve("levels.csv")))).isEmpty();
        assertThat(trash.find(Set.of(folder.resolve("none/at/all.csv")))).isEmpty();
    }

    @Test
    void explain_outsideOfTheItem_writesNothing() throws IOException {
        InTrash place = put(file("levels.csv"));
        Files.write(place.info(), new byte[0]);
        InTrash elsewhere = new InTrash(folder.resolve("other.csv"), place.info());
        trash.explain(elsewhere, folder.resolve("levels.csv"));
        assertThat(place.info()).isEmptyFile();
        assertThat(trash.has(elsewhere, folder.resolve("levels.csv"))).isFalse();
    }

    @Test
    void restore_ofAnEmptyFolderThatIsThereAgain_leavesOne() throws IOException {
        Path season = Files.createDirectory(folder.resolve("season"));
        InTrash place = trash.put(season, season).orElseThrow();
        Files.createDirectory(season);
        Files.writeString(season.resolve("new.csv"), "1;3");
        assertThat(trash.restore(place, season)).isEqualTo(season);
        assertThat(season.resolve("new.csv")).exists();
        assertThat(place.file()).doesNotExist();
        assertThat(place.info()).doesNotExist();
    }

    @Test
    void restore_ofAFullFolderThatIsThereAgain_comesBackBesideIt() throws IOException {
        Path season = Files.createDirectory(folder.resolve("season"));
        Files.writeString(season.resolve("levels.csv"), "1;2");
        InTrash place = trash.put(season, season).orElseThrow();
        Files.createDirectory(season);
        Path back = trash.restore(place, season);
        assertThat(back).isNotEqualTo(season);
        assertThat(back.resolve("levels.csv")).hasContent("1;2");
        assertThat(season).isEmptyDirectory();
    }

    @Test
    void restore_ofSomethingInAFolder_leavesTheNoteOfTheRest() throws IOException {
        Path season = Files.createDirectory(folder.resolve("season"));
        Path file = Files.writeString(season.resolve("levels.csv"), "1;2");
        Files.writeString(season.resolve("finds.csv"), "C-104");
        InTrash place = trash.put(season, season).orElseThrow();
        InTrash inside = trash.find(Set.of(file)).get(file).get(0);
        assertThat(trash.restore(inside, file)).isEqualTo(file);
        assertThat(place.info()).exists();
        assertThat(place.file().resolve("finds.csv")).exists();
    }

    @Test
    void purge_ofWhatCannotGo_saysSoAndKeepsTheNote() throws IOException {
        InTrash place = put(file("levels.csv"));
        try (Undeletable held = Undeletable.below(data.resolve("Trash/files"))) {
            assertThat(held.isHeld()).isTrue();
            assertThatThrownBy(() -> trash.purge(place)).isInstanceOf(IOException.class);
        }
        assertThat(place.file()).exists();
        assertThat(place.info()).exists();
    }

    @Test
    void whereDataIsKept_isOnlyTakenFromAWholePath() throws IOException {
        for (String told : List.of(data.toString(), "relative")) {
            Trash found =
                    Trashes.of("Linux", folder.resolve("home"), Map.of("XDG_DATA_HOME", told))
                            .orElseThrow();
            Path file = file("levels.csv");
            InTrash place = found.put(file, file).orElseThrow();
            Path expected = told.startsWith("/") ? data : folder.resolve("home/.local/share");
            assertThat(place.file()).startsWith(expected.resolve("Trash/files"));
        }
    }
}
