package app.lacuna.desktop.parts.taking;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.support.Packed;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.extract.Conflict;
import app.lacuna.extract.ConflictAnswer;
import app.lacuna.extract.ConflictRule;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.Mockito;

class ExtractModelTest {
    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(6);
    private final Lifetime life = script.life();
    private final List<FailureText> late = new ArrayList<>();
    private OpenedArchive archive;
    private ExtractModel model;

    @BeforeEach
    void open() throws IOException {
        archive = Packed.open(Packed.notes(folder, Protection.AES_256, Names.VISIBLE));
        model = new ExtractModel(life, archive, late::add);
    }

    @AfterEach
    void close() throws IOException {
        archive.close();
    }

    private void extractAll() {
        model.start(archive.listing().entries());
        script.settle();
    }

    @Test
    void folder_isOfTheNameOfTheArchive() {
        assertThat(model.folder().get()).isEqualTo(folder.resolve("notes"));
    }

    @Test
    void start_writesWhatIsInTheArchive() {
        extractAll();
        assertThat(model.report().get().orElseThrow().isComplete()).isTrue();
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("second");
        assertThat(model.hasCopies()).isTrue();
    }

    @Test
    void clearCopies_deletesWhatCameOutAndNothingElse() throws IOException {
        extractAll();
        Path changed = folder.resolve("notes/dig/a.txt");
        Files.writeString(changed, "edited by hand");
        Path own = Files.writeString(folder.resolve("notes/dig/own.txt"), "own");
        model.clearCopies();
        script.settle();
        assertThat(folder.resolve("notes/dig/b.txt")).doesNotExist();
        assertThat(changed).hasContent("edited by hand");
        assertThat(own).exists();
        assertThat(model.hasCopies()).isFalse();
        assertThat(model.cleared().get()).isPresent();
    }

    @Test
    void compareAndRestore_writeOnlyWhatDiffers() throws IOException {
        model.folder().set(folder);
        Path changed = Files.writeString(folder.resolve("dig/a.txt"), "later");
        model.compare(archive.listing().entries());
        script.settle();
        assertThat(model.comparison().get().orElseThrow().compared()).hasSize(3);
        model.restore();
        script.settle();
        assertThat(changed).hasContent("first");
        assertThat(model.hasCopies()).as("they are to stay").isFalse();
        assertThat(model.comparison().get()).isEmpty();
    }

    @Test
    void restore_withoutAComparison_doesNothing() {
        model.restore();
        script.settle();
        assertThat(model.report().get()).isEmpty();
    }

    @Test
    void forgetComparison_leavesNothingToRestore() {
        model.compare(archive.listing().entries());
        script.settle();
        model.forgetComparison();
        model.restore();
        script.settle();
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void start_whileAnotherRuns_isRefusedAndDisturbsNothing() {
        model.start(archive.listing().entries());
        model.start(archive.listing().entries());
        model.compare(archive.listing().entries());
        assertThat(life.book().refused().get()).isPresent();
        script.settle();
        assertThat(model.report().get().orElseThrow().cameOut()).isEqualTo(3);
    }

    @Test
    void lifeThatEnds_whileItIsWritten_tellsWhatCameOut() {
        model.start(archive.listing().entries());
        script.stepInBackground();
        life.end();
        script.settle();
        assertThat(model.report().get()).isEmpty();
        assertThat(late).hasSize(1);
    }

    @Test
    void start_whereNothingCanBeWritten_saysWhy() throws IOException {
        model.folder().set(Files.writeString(folder.resolve("file"), "x"));
        extractAll();
        assertThat(model.failure().get()).isPresent();
        assertThat(model.hasCopies()).isFalse();
    }

    @Test
    void question_isAnsweredOnce() {
        ConflictQuestion question = new ConflictQuestion(Mockito.mock(Conflict.class));
        question.answer(ConflictRule.SKIP, true);
        question.answer(ConflictRule.OVERWRITE, false);
        assertThat(question.await(CancelToken.never()))
                .isEqualTo(new ConflictAnswer(ConflictRule.SKIP, true));
    }

    @Test
    void question_isGivenUpWhenTheWorkIsCancelled() {
        CancelSource source = new CancelSource();
        source.cancel();
        ConflictQuestion question = new ConflictQuestion(Mockito.mock(Conflict.class));
        assertThatThrownBy(() -> question.await(source)).isInstanceOf(CancellationException.class);
    }
}
