package app.lacuna.desktop.places.ends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.LooseEnd.Kind;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.desktop.ends.EndsModel;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.looseends.Seen;
import app.lacuna.looseends.Seen.State;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.SimpleObjectProperty;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.Mockito;

class EndsPageModelTest {
    private static final Instant NOW = Instant.parse("2026-03-09T10:00:00Z");

    @TempDir Path folder;
    private final SimpleObjectProperty<List<Seen>> seen = new SimpleObjectProperty<>(List.of());
    private final EndsModel ends = Mockito.mock(EndsModel.class);
    private final EndsPageModel model;

    EndsPageModelTest() {
        Mockito.when(ends.seen()).thenReturn(seen);
        Mockito.when(ends.trash()).thenReturn(Optional.empty());
        model =
                new EndsPageModel(
                        new ScriptedThreads(1).life(), ends, Clock.fixed(NOW, ZoneOffset.UTC));
    }

    private void show(Seen... all) {
        seen.set(List.of(all));
        Mockito.when(ends.open())
                .thenReturn(List.of(all).stream().filter(one -> !one.end().wanted()).toList());
    }

    private static ReadableFile file(String path, long size) {
        return new ReadableFile(
                Path.of(path),
                path.substring(1),
                ReadableFile.Sort.FILE,
                size,
                NOW,
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    /** Readable for so many days. */
    private static Seen end(String archive, Kind kind, int days, boolean wanted, Object... files) {
        List<Seen.SeenFile> found = new ArrayList<>();
        for (int i = 0; i < files.length; i += 2) {
            found.add(new Seen.SeenFile(file((String) files[i], 10), (State) files[i + 1]));
        }
        LooseEnd end =
                new LooseEnd(
                        archive + days,
                        kind,
                        archive.isEmpty() ? Optional.empty() : Optional.of(Path.of(archive)),
                        Optional.empty(),
                        NOW.minus(Duration.ofDays(days)),
                        Optional.of(NOW.minus(Duration.ofHours(days))),
                        List.of(),
                        wanted,
                        List.of());
        return new Seen(end, found);
    }

    @Test
    void groups_areByArchive_andWhatIsNewerStandsFirst() {
        show(
                end("/a.zip", Kind.ORIGINAL, 3, false, "/x", State.THERE, "/y", State.CHANGED),
                end("/b.zip", Kind.EXTRACTED, 2, false, "/z", State.IN_TRASH),
                end("/a.zip", Kind.EXTRACTED, 1, false, "/w", State.AWAY));
        List<EndsPageModel.Group> groups = model.groups();
        assertThat(groups).hasSize(2);
        assertThat(groups.get(0).archive()).contains(Path.of("/a.zip"));
        assertThat(groups.get(0).lines())
                .extracting(EndLine::state)
                .containsExactly(State.CHANGED, State.THERE, State.AWAY);
        assertThat(groups.get(0).proved()).as("the later of two").contains(NOW.minusSeconds(3_600));
        assertThat(model.count()).isEqualTo(4);
    }

    @Test
    void wantedOnes_areLeftOutOfTheGroupsAndOfEverySum() {
        show(
                end("/a.zip", Kind.ORIGINAL, 9, true, "/x", State.CHANGED),
                end("/a.zip", Kind.ORIGINAL, 2, false, "/y", State.THERE));
        assertThat(model.groups()).hasSize(1);
        assertThat(model.wanted()).hasSize(1);
        assertThat(model.changed()).isZero();
        assertThat(model.canGo()).isEqualTo(1);
        assertThat(model.oldest()).isEqualTo(Duration.ofDays(2));
    }

    @Test
    void canGo_onlyWhatAnArchiveHoldsAndNobodyChanged() {
        show(
                end("/a.zip", Kind.ORIGINAL, 1, false, "/1", State.THERE, "/2", State.CHANGED),
                end("/a.zip", Kind.EXTRACTED, 1, false, "/3", State.IN_TRASH, "/4", State.AWAY),
                end("", Kind.EXTRACTED, 1, false, "/5", State.THERE),
                end("/a.zip", Kind.KEY_SLIP, 1, false, "/6", State.THERE),
                end("/a.zip", Kind.OPEN_OUTSIDE, 1, false, "/7", State.THERE),
                end("/a.zip", Kind.EXPORT, 1, false, "/8", State.THERE));
        assertThat(model.canGo()).isEqualTo(2);
        assertThat(model.bytesThatCanGo()).isEqualTo(20);
        assertThat(model.changed()).isEqualTo(1);
    }

    @Test
    void allProved_onlyIfEverythingIsAnOriginalThatWasRead() {
        show(end("/a.zip", Kind.ORIGINAL, 1, false, "/1", State.THERE));
        assertThat(model.allProved()).isTrue();
        show(
                end("/a.zip", Kind.ORIGINAL, 1, false, "/1", State.THERE),
                end("/a.zip", Kind.EXTRACTED, 1, false, "/2", State.THERE));
        assertThat(model.allProved()).isFalse();
    }

    @Test
    void withoutLooseEnds_nothingIsOld() {
        show();
        assertThat(model.oldest()).isZero();
        assertThat(model.groups()).isEmpty();
    }

    @Test
    void newer_areFilesThatAreThereAndHaveAPlaceInTheArchive() throws IOException {
        Path there = Files.writeString(folder.resolve("a.txt"), "x");
        Seen changed =
                end(
                        "/a.zip",
                        Kind.ORIGINAL,
                        1,
                        false,
                        there.toString(),
                        State.CHANGED,
                        folder.resolve("gone.txt").toString(),
                        State.CHANGED);
        assertThat(EndsPageModel.newer(EndLine.of(changed, State.CHANGED)).values())
                .containsExactly(there);
    }

    @Test
    void folderOfALine_isTheOneThatAllAreIn() {
        Seen several =
                end(
                        "/a.zip",
                        Kind.ORIGINAL,
                        1,
                        false,
                        "/dig/finds/1",
                        State.THERE,
                        "/dig/notes/2",
                        State.THERE);
        assertThat(EndLine.of(several, State.THERE).folder()).isEqualTo(Path.of("/dig"));
        assertThat(EndLine.of(several, State.THERE).bytes()).isEqualTo(20);
    }
}
