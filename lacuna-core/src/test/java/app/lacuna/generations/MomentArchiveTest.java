package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.error.GenerationMissing;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Each entry out of the generation that has its bytes; the generations are doubles. */
class MomentArchiveTest {
    private static final Path FILE = Path.of("moment");

    private final Closeable around = mock(Closeable.class);
    private final OpenedArchive first = mock(OpenedArchive.class);

    @BeforeEach
    void hold() throws IOException {
        ArchiveEntry held =
                new ArchiveEntry(
                        0,
                        "dig/a.csv",
                        ItemKind.FILE,
                        3,
                        3,
                        Lines.THEN,
                        0640,
                        Protection.AES_256,
                        "",
                        OptionalInt.empty());
        when(first.listing()).thenReturn(new Listing(FILE, 3, 1, "", Names.HIDDEN, List.of(held)));
        when(first.open(held)).thenAnswer(call -> new ByteArrayInputStream(new byte[] {1, 2, 3}));
    }

    private MomentArchive moment(ManifestLine... lines) {
        Manifest manifest = Lines.manifest(Path.of("/dig"), lines);
        return new MomentArchive(FILE, manifest, Map.of(Lines.FIRST, first), around);
    }

    private static ArchiveEntry entry(MomentArchive moment, int index) {
        return moment.listing().entries().get(index);
    }

    private static ManifestLine named(String path, ItemKind kind, String key, boolean shared) {
        return new ManifestLine(
                path,
                kind,
                3,
                Lines.THEN,
                0640,
                "d",
                Lines.FIRST,
                path,
                key,
                "",
                "",
                shared,
                "",
                true);
    }

    @Test
    void open_readsFromTheGenerationOfTheLine() throws IOException {
        MomentArchive moment = moment(Lines.file("dig/a.csv", 3, "d", Lines.FIRST));
        assertThat(moment.open(entry(moment, 0)).readAllBytes()).containsExactly(1, 2, 3);
        assertThat(moment.missing()).isEmpty();
    }

    @Test
    void open_whereTheGenerationIsMissing_saysWhich() throws IOException {
        MomentArchive moment =
                moment(
                        Lines.file("dig/a.csv", 3, "d", Lines.SECOND),
                        Lines.file("dig/b.csv", 3, "d", Lines.FIRST));
        assertThatThrownBy(() -> moment.open(entry(moment, 0)))
                .isInstanceOf(GenerationMissing.class);
        assertThatThrownBy(() -> moment.details(entry(moment, 0)))
                .isInstanceOf(GenerationMissing.class);
        assertThatThrownBy(() -> moment.open(entry(moment, 1)))
                .as("the generation is there, but not with this file")
                .isInstanceOf(GenerationMissing.class);
        assertThat(moment.missing()).containsExactly(entry(moment, 0));
    }

    @Test
    void open_ofAFolder_needsNoGeneration() throws IOException {
        ManifestLine folder = Lines.folder("dig");
        Manifest manifest = Lines.manifest(Path.of("/dig"), folder);
        MomentArchive alone = new MomentArchive(FILE, manifest, Map.of(), around);
        assertThat(alone.open(entry(alone, 0)).readAllBytes()).isEmpty();
        MomentArchive moment = moment(folder);
        assertThatThrownBy(() -> moment.open(entry(moment, 0)))
                .as("the generation is there, and has no such folder")
                .isInstanceOf(GenerationMissing.class);
    }

    @Test
    void anEntryOfAnotherArchive_isRefused() {
        MomentArchive moment = moment(Lines.file("dig/a.csv", 3, "d", Lines.FIRST));
        MomentArchive other =
                moment(
                        Lines.file("dig/a.csv", 3, "d", Lines.FIRST),
                        Lines.file("dig/b.csv", 3, "d", Lines.FIRST));
        assertThatThrownBy(() -> moment.line(entry(other, 0)))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> moment.line(entry(other, 1)))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aFileOfSeveralNames_isLinkedToTheFirst() {
        MomentArchive moment =
                moment(
                        named("dig/1", ItemKind.FILE, "disk:7", true),
                        named("dig/2", ItemKind.FILE, "disk:7", true),
                        named("dig/3", ItemKind.FILE, "disk:7", false),
                        named("dig/4", ItemKind.FILE, "", true),
                        named("dig/5", ItemKind.FILE, "", true),
                        named("dig/6", ItemKind.LINK, "disk:8", true),
                        named("dig/7", ItemKind.LINK, "disk:8", true));
        assertThat(moment.listing().entries().stream().map(moment::linkedTo).toList())
                .extracting(linked -> linked.orElse(""))
                .containsExactly("", "dig/1", "", "", "", "", "");
    }

    @Test
    void itIsChecked_ifAllGenerationsAre() throws IOException {
        OpenedArchive second = mock(OpenedArchive.class);
        when(second.listing()).thenReturn(new Listing(FILE, 0, 1, "", Names.HIDDEN, List.of()));
        Manifest manifest = Lines.manifest(Path.of("/dig"));
        MomentArchive moment =
                new MomentArchive(
                        FILE, manifest, Map.of(Lines.FIRST, first, Lines.SECOND, second), around);
        when(first.isChecked()).thenReturn(true);
        when(second.isAnyOrder()).thenReturn(true);
        assertThat(moment.isChecked()).isFalse();
        assertThat(moment.isAnyOrder()).isFalse();
        when(second.isChecked()).thenReturn(true);
        when(first.isAnyOrder()).thenReturn(true);
        assertThat(moment.isChecked()).isTrue();
        assertThat(moment.isAnyOrder()).isTrue();
        moment.check(ProgressListener.none(), CancelToken.never());
        verify(first).check(any(), any());
        verify(second).check(any(), any());
    }

    @Test
    void close_closesWhatIsAround() throws IOException {
        moment().close();
        verify(around).close();
    }

    @Test
    void view_readsOtherLinesOutOfTheSameGenerations() throws IOException {
        MomentArchive moment = moment(Lines.folder("dig"));
        Manifest other =
                Lines.manifest(Path.of("/dig"), Lines.file("dig/a.csv", 3, "d", Lines.FIRST));
        MomentArchive view = moment.view(other);
        assertThat(view.open(entry(view, 0)).readAllBytes()).containsExactly(1, 2, 3);
        view.close();
    }
}
