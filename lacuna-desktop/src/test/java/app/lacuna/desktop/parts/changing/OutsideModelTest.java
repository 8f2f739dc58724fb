package app.lacuna.desktop.parts.changing;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.support.Packed;
import app.lacuna.extract.OutsideCopies;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OutsideModelTest {
    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(9);
    private final List<Path> opened = new ArrayList<>();
    private boolean noProgram;
    private OpenedArchive archive;
    private OutsideCopies copies;
    private OutsideModel model;

    @BeforeEach
    void open() throws IOException {
        Path file = Packed.notes(folder, Protection.AES_256, Names.VISIBLE);
        archive = Packed.open(file);
        copies = new OutsideCopies(file);
        model = new OutsideModel(script.life(), archive, this::openFile, copies);
    }

    @AfterEach
    void close() throws IOException {
        copies.close();
        archive.close();
    }

    private void openFile(Path file) throws IOException {
        if (noProgram) {
            throw new IOException("none");
        }
        opened.add(file);
    }

    private ArchiveEntry entry(String path) {
        return archive.listing().entries().stream()
                .filter(entry -> entry.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    private void open(String path) {
        model.open(entry(path));
        script.settle();
    }

    private void change(String path) throws IOException {
        Path copy = model.copyOf(path).orElseThrow();
        Files.writeString(copy, "changed");
        Files.setLastModifiedTime(copy, FileTime.from(Instant.ofEpochSecond(1_000)));
    }

    @Test
    void open_makesACopyAndCountsIt() {
        open("dig/a.txt");
        open("dig/b.txt");
        assertThat(opened).hasSize(2);
        assertThat(opened.get(0)).hasContent("first");
        assertThat(model.count().get()).isEqualTo(2);
        assertThat(model.changed().get()).isEmpty();
    }

    @Test
    void open_withoutAProgram_leavesNoCopy() {
        noProgram = true;
        open("dig/a.txt");
        assertThat(model.failure().get()).isPresent();
        assertThat(model.count().get()).isZero();
        assertThat(model.copyOf("dig/a.txt")).isEmpty();
    }

    @Test
    void look_findsWhatWasChangedInAnotherProgram() throws IOException {
        open("dig/a.txt");
        open("dig/b.txt");
        change("dig/b.txt");
        model.look();
        script.settle();
        assertThat(model.changed().get()).containsExactly("dig/b.txt");
    }

    @Test
    void lookThen_withoutCopies_goesOnAtOnce() {
        List<String> then = new ArrayList<>();
        model.lookThen(() -> then.add("on"));
        assertThat(then).containsExactly("on");
    }

    @Test
    void lookThen_seesWhatWasJustSaved() throws IOException {
        open("dig/a.txt");
        change("dig/a.txt");
        List<Object> seen = new ArrayList<>();
        model.lookThen(() -> seen.addAll(model.changed().get()));
        script.settle();
        assertThat(seen).containsExactly("dig/a.txt");
    }

    @Test
    void discard_throwsTheCopyAndItsChangeAway() throws IOException {
        open("dig/a.txt");
        change("dig/a.txt");
        model.look();
        script.settle();
        model.discard("dig/a.txt");
        script.settle();
        assertThat(model.count().get()).isZero();
        assertThat(model.changed().get()).isEmpty();
        assertThat(opened.get(0)).doesNotExist();
    }

    @Test
    void prepareDrag_hasCopiesOfExactlyTheseEntries() {
        List<ArchiveEntry> both = List.of(entry("dig/a.txt"), entry("dig/b.txt"));
        model.prepareDrag(both);
        assertThat(model.readyToDrag(both)).isEmpty();
        script.settle();
        assertThat(model.readyToDrag(both).orElseThrow()).isNotEmpty();
        assertThat(model.readyToDrag(both.subList(0, 1))).isEmpty();
    }

    @Test
    void copyNow_givesReadableCopies_ofFewSmallEntries() throws IOException {
        List<ArchiveEntry> one = List.of(entry("dig/a.txt"));
        assertThat(OutsideModel.areSmall(one)).isTrue();
        Path top = model.copyNow(one).orElseThrow().get(0);
        try (var inside = Files.walk(top)) {
            assertThat(inside.filter(Files::isRegularFile))
                    .singleElement()
                    .satisfies(file -> assertThat(file).hasContent("first"));
        }
        assertThat(OutsideModel.areSmall(Collections.nCopies(21, one.get(0)))).isFalse();
    }

    @Test
    void copyNow_ofWhatCannotBeRead_saysWhy() throws IOException {
        Files.write(folder.resolve("notes.zip"), new byte[10]);
        assertThat(model.copyNow(List.of(entry("dig/a.txt")))).isEmpty();
        assertThat(model.failure().get()).isPresent();
    }

    @Test
    void copiesOfBefore_areCountedAndLookedAtAgain() throws IOException {
        open("dig/a.txt");
        change("dig/a.txt");
        OutsideModel next = new OutsideModel(script.life(), archive, this::openFile, copies);
        script.settle();
        assertThat(next.count().get()).isEqualTo(1);
        assertThat(next.changed().get()).containsExactly("dig/a.txt");
    }
}
