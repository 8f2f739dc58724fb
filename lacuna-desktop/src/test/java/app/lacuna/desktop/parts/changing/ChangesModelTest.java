package app.lacuna.desktop.parts.changing;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.support.Packed;
import app.lacuna.edit.PlannedEntry;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.beans.property.SimpleObjectProperty;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ChangesModelTest {
    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(7);
    private final Lifetime life = script.life();
    private ChangesModel model;

    @BeforeEach
    void open() throws IOException {
        try (OpenedArchive archive =
                Packed.open(Packed.notes(folder, Protection.NONE, Names.VISIBLE))) {
            model = new ChangesModel(life, archive.listing().entries());
        }
    }

    private List<String> there() {
        return model.plan().get().orElseThrow().entries().stream()
                .filter(PlannedEntry::isThere)
                .map(PlannedEntry::path)
                .toList();
    }

    @Test
    void atFirstNothingIsToBeChanged() {
        script.settle();
        assertThat(there()).containsExactly("dig", "dig/a.txt", "dig/b.txt");
        assertThat(model.count().get()).isZero();
        assertThat(model.isUnwritten()).isFalse();
    }

    @Test
    void edits_areWorkedOutInTheirOrder() throws IOException {
        Path more = Files.writeString(folder.resolve("c.txt"), "third");
        model.add(List.of(more), "dig/more");
        model.move("dig/more/c.txt", "dig/c.txt");
        model.remove(List.of("dig/a.txt"));
        model.move("dig/c.txt", "dig/a.txt");
        assertThat(model.isUnwritten()).as("before any of them is worked out").isTrue();
        script.settle();
        assertThat(model.failure().get()).isEmpty();
        assertThat(there()).contains("dig/a.txt", "dig/b.txt").doesNotContain("dig/c.txt");
        assertThat(model.count().get()).isEqualTo(4);
        assertThat(model.editing().get()).isFalse();
    }

    @Test
    void anEditThatIsRefused_isToldAndChangesNothing() {
        script.settle();
        model.move("dig/a.txt", "dig/b.txt");
        script.settle();
        assertThat(model.failure().get()).isPresent();
        assertThat(model.count().get()).isZero();
        assertThat(model.isUnwritten()).isFalse();
        model.clearFailure();
        assertThat(model.failure().get()).isEmpty();
    }

    @Test
    void whatCannotBeRead_isNamed() {
        model.add(List.of(folder.resolve("gone.txt")), "dig");
        script.settle();
        assertThat(model.leftOut().get().size() + model.failure().get().stream().count())
                .isEqualTo(1);
        assertThat(there()).hasSize(3);
    }

    @Test
    void undoAndForgetAll_takeEditsBack() {
        model.remove(List.of("dig/a.txt"));
        model.remove(List.of("dig/b.txt"));
        model.undo();
        script.settle();
        assertThat(there()).containsExactly("dig", "dig/b.txt");
        model.remove(List.of("dig"));
        model.forgetAll();
        script.settle();
        assertThat(there()).hasSize(3);
        assertThat(model.count().get()).isZero();
    }

    @Test
    void removeOfNothing_isNoEdit() {
        model.remove(List.of());
        script.settle();
        assertThat(model.count().get()).isZero();
    }

    @Test
    void replace_goesOnOnlyIfItWorked() throws IOException {
        Path copy = Files.writeString(folder.resolve("copy.txt"), "changed");
        List<String> then = new ArrayList<>();
        model.replace("dig/a.txt", copy, () -> then.add("a"));
        script.settle();
        assertThat(then).containsExactly("a");
        assertThat(model.plan().get().orElseThrow().count(PlannedEntry.State.REPLACED))
                .isEqualTo(1);
    }

    @Test
    void whenSettled_comesAfterAllEdits_andTakesNoOtherUntilThen() {
        List<Integer> counts = new ArrayList<>();
        model.remove(List.of("dig/a.txt"));
        model.whenSettled(() -> counts.add(model.count().get()));
        model.remove(List.of("dig/b.txt"));
        script.settle();
        assertThat(counts).containsExactly(1);
        assertThat(there()).contains("dig/b.txt");
        model.remove(List.of("dig/b.txt"));
        script.settle();
        assertThat(there()).doesNotContain("dig/b.txt");
    }

    @Test
    void whileItIsWritten_nothingCanBeChanged() {
        SimpleObjectProperty<Boolean> writing = new SimpleObjectProperty<>(true);
        model.closeWhile(writing);
        model.remove(List.of("dig/a.txt"));
        script.settle();
        assertThat(model.count().get()).isZero();
        assertThat(life.book().refused().get()).isPresent();
        writing.set(false);
        model.remove(List.of("dig/a.txt"));
        script.settle();
        assertThat(model.count().get()).isEqualTo(1);
    }
}
