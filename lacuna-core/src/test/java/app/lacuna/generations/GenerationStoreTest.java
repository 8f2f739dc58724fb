package app.lacuna.generations;

import static app.lacuna.generations.Lines.FIRST;
import static app.lacuna.generations.Lines.SECOND;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.error.DestinationMissing;
import app.lacuna.error.DestinationTaken;
import app.lacuna.error.RoundIsRunning;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class GenerationStoreTest {
    private static final String ENDING = ".bin";

    @TempDir Path drive;
    private Path folder;
    private GenerationStore store;

    @BeforeEach
    void begin() throws IOException {
        folder = drive.resolve("copy");
        store = GenerationStore.begin(folder, "r1");
    }

    private Generation made(String id, String... needs) throws IOException {
        Generation made = Lines.generation(folder, id, 0, needs);
        Files.writeString(made.file(), "bytes of " + id);
        return store.add(made);
    }

    private List<String> listed() throws IOException {
        return store.listed().stream().map(Generation::id).toList();
    }

    @Test
    void begin_emptyFolder_isUsedAsItIs() throws IOException {
        Path empty = Files.createDirectory(drive.resolve("empty"));
        assertThat(GenerationStore.begin(empty, "r2").folder()).isEqualTo(empty);
    }

    @Test
    void begin_itsOwnFolder_goesOn() throws IOException {
        made(FIRST);
        assertThat(GenerationStore.begin(folder, "r1").listed()).hasSize(1);
    }

    @Test
    void begin_folderWithSomethingElse_isRefusedAndUntouched() throws IOException {
        Path other = Files.createDirectory(drive.resolve("other"));
        Files.writeString(other.resolve("note.txt"), "mine");
        assertThatThrownBy(() -> GenerationStore.begin(other, "r1"))
                .isInstanceOf(DestinationTaken.class);
        assertThatThrownBy(() -> GenerationStore.begin(folder, "another round"))
                .isInstanceOf(DestinationTaken.class);
        assertThatThrownBy(() -> GenerationStore.begin(other.resolve("note.txt"), "r1"))
                .isInstanceOf(DestinationTaken.class);
        assertThat(other.resolve("note.txt")).hasContent("mine");
    }

    @Test
    void begin_noFolderAround_isMissing() {
        assertThatThrownBy(() -> GenerationStore.begin(drive.resolve("a/b"), "r1"))
                .isInstanceOf(DestinationMissing.class);
        assertThatThrownBy(() -> GenerationStore.requireFree(Path.of("/")))
                .isInstanceOf(DestinationMissing.class);
    }

    /** A folder of the same name on another drive is not taken for it. */
    @Test
    void open_takesTheFirstPlaceWithTheMark() throws IOException {
        Path imposter = drive.resolve("imposter");
        GenerationStore.begin(imposter, "r2");
        List<Path> places = List.of(drive.resolve("gone"), imposter, folder);
        assertThat(GenerationStore.open(places, "r1").folder()).isEqualTo(folder);
        assertThatThrownBy(() -> GenerationStore.open(places, "r3"))
                .isInstanceOf(DestinationMissing.class);
    }

    @Test
    void lock_secondOne_isRefusedUntilTheFirstEnds() throws IOException {
        try (Closeable first = store.lock()) {
            assertThat(first).isNotNull();
            assertThatThrownBy(() -> GenerationStore.open(List.of(folder), "r1").lock())
                    .isInstanceOf(RoundIsRunning.class);
        }
        store.lock().close();
    }

    /** The clock may have been set back between two runs. */
    @Test
    void add_ordersByNumberNotByTime() throws IOException {
        assertThat(made(SECOND).sequence()).isEqualTo(1);
        assertThat(made(FIRST).sequence()).isEqualTo(2);
        assertThat(listed()).containsExactly(SECOND, FIRST);
        assertThat(store.nextSequence()).isEqualTo(3);
    }

    @Test
    void add_everyField_comesBack() throws IOException {
        Generation made =
                new Generation(
                        SECOND,
                        7,
                        Generation.Kind.CHANGES,
                        folder.resolve("copy-2.bin"),
                        Set.of(FIRST, "20260101T000000Z"),
                        1_234_567_890_123L,
                        Generation.timeOf(SECOND),
                        false,
                        Optional.of(new FileStamp(99, Instant.parse("2026-03-03T10:00:00.5Z"))));
        store.add(made);
        assertThat(store.listed()).containsExactly(made);
        assertThat(store.nextSequence()).isEqualTo(8);
    }

    @Test
    void presentAndMissing_tellByTheFile() throws IOException {
        made(FIRST);
        Files.delete(made(SECOND, FIRST).file());
        assertThat(store.present()).extracting(Generation::id).containsExactly(FIRST);
        assertThat(store.missing()).extracting(Generation::id).containsExactly(SECOND);
    }

    @Test
    void stillSame_setsTheTimeOnly() throws IOException {
        Generation made = made(FIRST);
        Instant later = Generation.timeOf(SECOND);
        store.stillSame(FIRST, later);
        assertThat(store.listed().get(0).sameUntil()).isEqualTo(later);
        assertThat(store.listed().get(0).time()).isEqualTo(made.time());
    }

    @Test
    void suspect_isTakenBackByALaterCheck() throws IOException {
        Generation one = made(FIRST);
        made(SECOND);
        store.suspect(Set.of());
        store.suspect(Set.of(FIRST));
        assertThat(store.listed()).extracting(Generation::suspect).containsExactly(true, false);
        store.verified(List.of());
        store.verified(List.of(one));
        Generation verified = store.listed().get(0);
        assertThat(verified.suspect()).isFalse();
        assertThat(verified.stamp().orElseThrow().isStill(one.file())).isTrue();
        Files.writeString(one.file(), "other bytes");
        assertThat(verified.stamp().orElseThrow().isStill(one.file())).isFalse();
    }

    @Test
    void remove_deletesFilesAndForgetsThem() throws IOException {
        Generation one = made(FIRST);
        made(SECOND);
        assertThat(store.remove(List.of())).isEmpty();
        assertThat(store.remove(List.of(one))).containsExactly(one);
        assertThat(one.file()).doesNotExist();
        assertThat(listed()).containsExactly(SECOND);
    }

    /** A folder with something in it cannot be deleted, as a file on a read-only drive. */
    @Test
    void remove_fileThatStays_staysInTheList() throws IOException {
        Generation one = Lines.generation(folder, FIRST, 1);
        Files.createDirectories(one.file().resolve("inside"));
        store.add(one);
        assertThat(store.remove(List.of(one))).isEmpty();
        assertThat(listed()).containsExactly(FIRST);
    }

    /** What an older version or a damaged disk has written stays in the list, and is not shown. */
    @Test
    void listed_nodesThatMakeNoSense_areLeftOut() throws IOException {
        made(FIRST);
        Path list = folder.resolve(GenerationStore.LIST);
        String text = Files.readString(list);
        String node = text.substring(text.indexOf("[", text.indexOf("generations")) + 1);
        node = node.substring(0, node.indexOf("}") + 1);
        for (String broken :
                List.of(
                        node.replace(FIRST, "yesterday"),
                        node.replace("WHOLE", "HALF"),
                        node.replace("copy-", "../copy-"),
                        node.replaceFirst("\"file\"", "\"fill\""))) {
            Files.writeString(list, text.replace(node, node + "," + broken));
            assertThat(listed()).as(broken).containsExactly(FIRST);
        }
    }

    @Test
    void unlisted_filesWithTheNameOfAGeneration_areFoundInOrder() throws IOException {
        made(FIRST);
        Files.writeString(folder.resolve("copy-" + FIRST + "-whole" + ENDING), "");
        Files.writeString(folder.resolve("copy-" + SECOND + "-changes" + ENDING), "");
        Files.writeString(folder.resolve("copy-20261399T999999Z-whole" + ENDING), "no time");
        Files.writeString(folder.resolve("copy-" + SECOND + "-half" + ENDING), "no kind");
        Files.writeString(folder.resolve("copy-" + SECOND + "-whole.txt"), "another ending");
        Files.createDirectory(folder.resolve("copy-20260304T091530Z-whole" + ENDING));
        List<Generation> found = store.unlisted(ENDING);
        assertThat(found).extracting(Generation::id).containsExactly(FIRST, SECOND);
        assertThat(found)
                .extracting(Generation::kind)
                .containsExactly(Generation.Kind.WHOLE, Generation.Kind.CHANGES);
    }

    @Test
    void takeUp_keepsItsPlaceInTheOrder() throws IOException {
        made(SECOND);
        Generation found = Lines.generation(folder, FIRST, 0);
        Files.writeString(found.file(), "bytes");
        Manifest manifest =
                new Manifest(
                        "r1",
                        FIRST,
                        5,
                        new BackupScope(List.of(), List.of(), false, Set.of()),
                        List.of(Lines.file("a", 3, "", FIRST), Lines.file("b", 4, "", SECOND)));
        store.takeUp(found, manifest, FileStamp.of(found.file()));
        Generation taken = store.listed().get(1);
        assertThat(taken.sequence()).isEqualTo(5);
        assertThat(taken.needs()).as("not itself").containsExactly(SECOND);
        assertThat(taken.contentBytes()).isEqualTo(7);
        assertThat(store.nextSequence()).isEqualTo(6);
    }

    @Test
    void restores_latestFirst_withoutThoseUndone() throws IOException {
        RestoreLog restores = store.restores();
        Path one = folder.resolve("copy-1-before.bin");
        Path two = folder.resolve("copy-2-before.bin");
        Path older = folder.resolve("copy-0-before.bin"); // of a version without numbers
        for (Path each : List.of(two, one, older)) {
            Files.writeString(each, "");
        }
        restores.begun(two);
        restores.begun(one);
        assertThat(restores.undoable()).containsExactly(one, two, older);
        restores.undone(one);
        restores.undone(older);
        assertThat(restores.undoable()).containsExactly(two);
        assertThat(made(FIRST).sequence()).as("restores have numbers of the same row").isEqualTo(3);
    }
}
