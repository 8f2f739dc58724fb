package app.lacuna.desktop.places.rounds;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.desktop.jobs.JobBook;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoundListModelTest {
    @TempDir Path folder;
    private final List<Runnable> background = new ArrayList<>();
    private final Deque<Runnable> ui = new ArrayDeque<>();
    private RoundStore store;
    private RoundListModel model;

    @BeforeEach
    void make() throws IOException {
        store = new RoundStore(folder.resolve("state"));
        for (String name : List.of("share", "drive")) {
            store.save(
                    new Round(
                                    name,
                                    List.of(folder),
                                    List.of(),
                                    false,
                                    Files.createDirectories(folder.resolve(name)),
                                    name,
                                    Protection.AES_256,
                                    Names.HIDDEN,
                                    Method.DEFLATE,
                                    Optional.empty())
                            .with(Backup.usual()));
        }
        model =
                new RoundListModel(
                        new Lifetime(new Threads(background::add, ui::add), new JobBook()),
                        store,
                        folder);
    }

    private void arrive() {
        while (!ui.isEmpty()) {
            ui.remove().run();
        }
    }

    private void work(int index) {
        background.remove(index).run();
        arrive();
    }

    private boolean isKnown(String name) {
        return model.lines().get().stream()
                .filter(line -> line.round().name().equals(name))
                .allMatch(line -> line.state().isPresent());
    }

    /** The first of two destinations never answers. */
    @Test
    void aShareThatDoesNotAnswerKeepsNobodyWaiting() {
        model.look();
        work(0);
        assertThat(model.lines().get()).hasSize(2);
        assertThat(isKnown("share")).isFalse();
        work(1);
        assertThat(isKnown("drive")).isTrue();
        assertThat(isKnown("share")).isFalse();
        model.rename("drive", "Evening copy");
        work(1);
        work(1);
        assertThat(model.lines().get())
                .extracting(line -> line.round().name())
                .containsExactly("share", "Evening copy");
        assertThat(model.chosen().get()).contains("Evening copy");
        assertThat(isKnown("Evening copy")).as("what was known stays").isTrue();
    }

    /** What was known of the old place is not said of the new one. */
    @Test
    void ofAnotherPlaceNothingIsKnownYet() throws IOException {
        model.look();
        while (!background.isEmpty()) {
            work(0);
        }
        assertThat(isKnown("drive")).isTrue();
        Path other = Files.createDirectory(folder.resolve("other"));
        model.change("drive", round -> round.to(other));
        work(0);
        work(0);
        assertThat(isKnown("drive")).isFalse();
        while (!background.isEmpty()) {
            work(0);
        }
        assertThat(isKnown("drive")).isTrue();
    }

    @Test
    void aNameIsTakenOnce() throws IOException {
        model.look();
        while (!background.isEmpty()) {
            work(0);
        }
        model.make(List.of(folder.resolve("drive")));
        while (!background.isEmpty()) {
            work(0);
        }
        assertThat(store.rounds()).extracting(Round::name).contains("drive", "drive 2");
        assertThat(model.chosen().get()).contains("drive 2");
    }
}
