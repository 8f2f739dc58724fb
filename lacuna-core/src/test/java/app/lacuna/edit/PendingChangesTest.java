package app.lacuna.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Protection;
import app.lacuna.edit.PlannedEntry.State;
import app.lacuna.error.EditRefused;
import app.lacuna.error.EditRefused.Reason;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PendingChangesTest {
    private final PendingChanges changes =
            new PendingChanges(
                    entries("dig/", "dig/levels.csv", "dig/old/", "dig/old/a.txt", "diary.odt"));

    private static List<ArchiveEntry> entries(String... paths) {
        List<ArchiveEntry> entries = new ArrayList<>();
        for (String path : paths) {
            boolean folder = path.endsWith("/");
            entries.add(
                    new ArchiveEntry(
                            entries.size(),
                            folder ? path.substring(0, path.length() - 1) : path,
                            folder ? ItemKind.FOLDER : ItemKind.FILE,
                            folder ? 0 : 10,
                            folder ? 0 : 8,
                            Instant.EPOCH,
                            0644,
                            Protection.NONE,
                            "deflate",
                            OptionalInt.empty()));
        }
        return entries;
    }

    private static FileItem file(String path) {
        return new FileItem(Path.of("/dig", path), path, ItemKind.FILE, 3, Instant.EPOCH, 0644);
    }

    private static FileItem folder(String path) {
        return new FileItem(Path.of("/dig", path), path, ItemKind.FOLDER, 0, Instant.EPOCH, 0755);
    }

    private List<String> paths(State state) {
        return changes.plan().entries().stream()
                .filter(entry -> entry.state() == state)
                .map(PlannedEntry::path)
                .toList();
    }

    @Test
    void removesAFolderWithEverythingInIt() throws Exception {
        changes.remove(List.of("dig/old"));
        assertThat(paths(State.REMOVED)).containsExactly("dig/old", "dig/old/a.txt");
        assertThat(changes.plan().kept()).hasSize(3);
    }

    @Test
    void renamesAFolderWithEverythingInIt() throws Exception {
        changes.move("dig", "Trench C");
        assertThat(paths(State.MOVED))
                .containsExactly(
                        "Trench C", "Trench C/levels.csv", "Trench C/old", "Trench C/old/a.txt");
        assertThat(paths(State.UNTOUCHED)).containsExactly("diary.odt");
    }

    @Test
    void movingBackLeavesItUntouched() throws Exception {
        changes.move("diary.odt", "dig/diary.odt");
        changes.move("dig/diary.odt", "diary.odt");
        assertThat(changes.plan().count(State.UNTOUCHED)).isEqualTo(5);
    }

    @Test
    void whatIsPutInReplacesTheFileOfThatName() throws Exception {
        changes.put(List.of(folder("dig"), file("dig/levels.csv"), file("dig/new.csv")));
        assertThat(paths(State.REPLACED)).containsExactly("dig/levels.csv");
        assertThat(paths(State.ADDED)).containsExactly("dig/new.csv");
        assertThat(changes.plan().kept()).hasSize(4);
        assertThat(changes.plan().added()).hasSize(2);
    }

    @Test
    void puttingIntoAFolderPutsItBelow() throws Exception {
        changes.put(List.of(file("a.txt")), "dig/old");
        assertThat(paths(State.REPLACED)).containsExactly("dig/old/a.txt");
    }

    @Test
    void whatWasAddedAndTakenOutAgainIsNoChange() throws Exception {
        changes.put(List.of(file("new.csv")));
        changes.remove(List.of("new.csv"));
        assertThat(changes.plan().entries()).hasSize(5);
        assertThat(changes.plan().count(State.UNTOUCHED)).isEqualTo(5);
    }

    @Test
    void theLastEditIsTakenBackFirst() throws Exception {
        changes.remove(List.of("diary.odt"));
        changes.move("dig", "Trench C");
        changes.undo();
        assertThat(paths(State.MOVED)).isEmpty();
        assertThat(paths(State.REMOVED)).containsExactly("diary.odt");
        changes.undo();
        assertThat(changes.isEmpty()).isTrue();
        assertThat(changes.plan().count(State.UNTOUCHED)).isEqualTo(5);
        changes.undo();
        assertThat(changes.isEmpty()).isTrue();
    }

    @Test
    void aNameThatIsFreeAgainCanBeTaken() throws Exception {
        changes.remove(List.of("diary.odt"));
        changes.put(List.of(file("diary.odt")));
        assertThat(paths(State.ADDED)).containsExactly("diary.odt");
        assertThat(paths(State.REMOVED)).containsExactly("diary.odt");
    }

    private static void refused(Reason reason, ThrowingEdit edit) {
        assertThatThrownBy(edit::run)
                .isInstanceOfSatisfying(
                        EditRefused.class, e -> assertThat(e.reason()).isEqualTo(reason));
    }

    @FunctionalInterface
    private interface ThrowingEdit {
        void run() throws Exception;
    }

    @Test
    void whatCanNotBeIsRefusedAndChangesNothing() {
        refused(Reason.NAME_TAKEN, () -> changes.move("diary.odt", "dig/levels.csv"));
        refused(Reason.NAME_TAKEN, () -> changes.move("diary.odt", "dig"));
        refused(Reason.INTO_ITSELF, () -> changes.move("dig", "dig/old/dig"));
        refused(Reason.NOT_FOUND, () -> changes.move("nowhere", "somewhere"));
        refused(Reason.NOT_FOUND, () -> changes.remove(List.of("nowhere")));
        refused(Reason.OTHER_KIND, () -> changes.move("dig", "diary.odt/dig"));
        refused(Reason.OTHER_KIND, () -> changes.put(List.of(file("dig"))));
        refused(Reason.OTHER_KIND, () -> changes.put(List.of(folder("diary.odt"))));
        assertThat(changes.isEmpty()).isTrue();
        assertThat(changes.plan().count(State.UNTOUCHED)).isEqualTo(5);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", " ", "a//b", "/a", "a/", "../a", "a/./b", "a\\b", "a\tb"})
    void pathsThatMeanAnotherPlaceAreRefused(String path) {
        refused(Reason.NAME_IMPOSSIBLE, () -> changes.move("diary.odt", path));
    }

    @Test
    void anArchiveThatHasAPathTwiceKeepsBoth() throws Exception {
        PendingChanges twice = new PendingChanges(entries("a.txt", "a.txt", "b.txt"));
        twice.move("b.txt", "c.txt");
        assertThat(twice.plan().kept()).hasSize(3);
        twice.remove(List.of("a.txt"));
        assertThat(twice.plan().count(State.REMOVED)).isEqualTo(2);
    }

    @Test
    void aPlanKnowsTheArchiveItWasMadeFor() throws Exception {
        changes.remove(List.of("diary.odt"));
        assertThat(changes.plan().isFor(entries("a", "b", "c", "d", "e"))).isFalse();
        assertThat(
                        changes.plan()
                                .isFor(
                                        entries(
                                                "dig/",
                                                "dig/levels.csv",
                                                "dig/old/",
                                                "dig/old/a.txt",
                                                "diary.odt")))
                .isTrue();
    }
}
