package app.lacuna.desktop.parts.viewer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.edit.PendingChanges;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.preview.Preview;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class ViewerModelTest {
    private final ScriptedThreads script = new ScriptedThreads(5);
    private final Lifetime life = script.life();
    private final OpenedArchive reader = mock(OpenedArchive.class);
    private final ViewerModel model = new ViewerModel(life, reader);
    private List<PlannedEntry> planned;

    @BeforeEach
    void make() throws IOException {
        List<ArchiveEntry> entries = new ArrayList<>();
        for (String name : List.of("first.txt", "second.txt")) {
            byte[] contents = name.getBytes(StandardCharsets.UTF_8);
            ArchiveEntry entry =
                    new ArchiveEntry(
                            entries.size(),
                            name,
                            ItemKind.FILE,
                            contents.length,
                            contents.length,
                            Instant.EPOCH,
                            0644,
                            Protection.AES_256,
                            "stored",
                            OptionalInt.empty());
            entries.add(entry);
            when(reader.open(entry)).thenAnswer(call -> new ByteArrayInputStream(contents));
        }
        planned = new PendingChanges(entries).plan().entries();
    }

    private void work() {
        script.settle();
    }

    @Test
    void whatIsNoLongerWantedIsNotEvenRead() throws IOException {
        model.show(planned.get(0));
        model.show(planned.get(1));
        work();
        Viewed.Shown shown = (Viewed.Shown) model.viewed().get();
        assertThat(((Preview.Text) shown.preview()).pages().page(0)).isEqualTo("second.txt");
        verify(reader, never()).open(planned.get(0).before().orElseThrow());
    }

    @Test
    void whatComesAfterLockingIsNotShown() throws IOException {
        model.show(planned.get(0));
        life.end();
        work();
        assertThat(model.viewed().get()).isInstanceOf(Viewed.Nothing.class);
        verify(reader, never()).open(any());
    }

    @Test
    void beingCheckedLaterKeepsWhatIsShown() {
        model.show(planned.get(0));
        work();
        Viewed.Shown before = (Viewed.Shown) model.viewed().get();
        assertThat(before.archiveChecked()).isFalse();
        model.archiveIsChecked();
        Viewed.Shown after = (Viewed.Shown) model.viewed().get();
        assertThat(after.archiveChecked()).isTrue();
        assertThat(after.preview()).isSameAs(before.preview());
    }
}
