package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Sha256;
import app.lacuna.common.Stage;
import app.lacuna.generations.Standing.Compared;
import app.lacuna.generations.Standing.State;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A snapshot against what is on disk now; real files, no archive. */
class StandingTest {
    private static final Instant OLD = Instant.parse("2026-01-01T00:00:00Z");

    @TempDir Path folder;
    private Path dig;
    private Path file;
    private final List<ManifestLine> more = new ArrayList<>();

    @BeforeEach
    void make() throws IOException {
        dig = Files.createDirectories(folder.resolve("dig/finds")).getParent();
        file = write("a.csv", "one");
    }

    private Path write(String name, String text) throws IOException {
        Path written = Files.writeString(dig.resolve(name), text);
        return Files.setLastModifiedTime(written, FileTime.from(OLD));
    }

    private FileSelection scan() throws IOException {
        return new SelectionScanner(CancelToken.never()).scan(List.of(dig));
    }

    private Manifest snapshot() throws IOException {
        FileSelection found = scan();
        List<ManifestLine> lines = new ArrayList<>(more);
        for (FileItem item : found.items()) {
            Identity identity = Identity.of(item.source());
            lines.add(
                    new ManifestLine(
                            item.path(),
                            item.kind(),
                            item.size(),
                            item.modified(),
                            item.permissions(),
                            item.kind() == ItemKind.FILE ? digest(item.source()) : "",
                            "20260310T120000Z",
                            item.path(),
                            identity.key(),
                            identity.changed(),
                            "",
                            identity.shared(),
                            "",
                            true));
        }
        return new Manifest(
                "r", "20260310T120000Z", 1, BackupScope.of(found, List.of(), false), lines);
    }

    private static String digest(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return Sha256.of(in, CancelToken.never());
        }
    }

    private Standing.All against(Manifest then, Predicate<FileItem> scanned) throws IOException {
        FileSelection now = scan();
        List<FileItem> items = now.items().stream().filter(scanned).toList();
        ProgressMeter meter = new ProgressMeter(ProgressListener.none(), Stage.COMPARING, 0, 9);
        return new Standing(then)
                .against(items, BackupScope.of(now, List.of(), false), meter, CancelToken.never());
    }

    private Standing.All against(Manifest then) throws IOException {
        return against(then, item -> true);
    }

    private static State state(Standing.All all, String path) {
        return all.files().stream()
                .filter(each -> each.line().path().equals(path))
                .map(Compared::state)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void untouched_everythingIsTheSame() throws IOException {
        Standing.All all = against(snapshot());
        assertThat(all.count(State.SAME)).isEqualTo(3);
        assertThat(all.files()).hasSize(3);
        assertThat(all.added()).isEmpty();
    }

    /** The time of a file is stored beside its contents. */
    @Test
    void anotherTimeAlone_isAChange() throws IOException {
        Manifest then = snapshot();
        for (Path path : List.of(file, dig.resolve("finds"))) {
            Files.setLastModifiedTime(path, FileTime.from(OLD.plusSeconds(99)));
        }
        assertThat(state(against(then), "dig/a.csv")).isEqualTo(State.CHANGED);
        assertThat(state(against(then), "dig/finds")).isEqualTo(State.CHANGED);
    }

    @Test
    void anotherTimeOfAFolder_isNoChange_ifSomethingInItIsNew() throws IOException {
        Manifest then = snapshot();
        write("finds/new.csv", "two");
        assertThat(state(against(then), "dig/finds")).isEqualTo(State.SAME);
    }

    @Test
    void whatIsThereNowAndWasNotThen_isNew() throws IOException {
        Manifest then = snapshot();
        Path other = write("b.csv", "two");
        assertThat(against(then).added()).extracting(FileItem::source).containsExactly(other);
    }

    @Test
    void whatIsGone_isGone() throws IOException {
        Manifest then = snapshot();
        Files.delete(file);
        Standing.All all = against(then);
        assertThat(state(all, "dig/a.csv")).isEqualTo(State.GONE);
        assertThat(all.files()).hasSize(3);
    }

    /** The rules of today leave it out, but it is on disk. */
    @Test
    void outsideTheScan_aFileMayHaveChanged_andAFolderIsTheSame() throws IOException {
        Manifest then = snapshot();
        Predicate<FileItem> top = item -> item.path().equals("dig");
        assertThat(state(against(then, top), "dig/a.csv")).isEqualTo(State.CHANGED);
        assertThat(state(against(then, top), "dig/finds")).isEqualTo(State.SAME);
        Files.delete(dig.resolve("finds"));
        write("finds", "a file");
        assertThat(state(against(then, top), "dig/finds")).isEqualTo(State.CHANGED);
    }

    @Test
    void whatCannotBeInspected_isUnreadable() throws IOException {
        String tooLong = "dig/" + "x".repeat(300);
        more.add(Lines.file(tooLong, 3, "", "20260310T120000Z"));
        assertThat(state(against(snapshot()), tooLong)).isEqualTo(State.UNREADABLE);
    }

    @Test
    void whatIsBelowNoneOfTheChosenFolders_isLeftOut() throws IOException {
        more.add(Lines.file("elsewhere/a", 3, "", "20260310T120000Z"));
        Manifest then = snapshot();
        assertThat(then.place(more.get(0))).isEqualTo(Optional.empty());
        assertThat(against(then).files()).hasSize(3);
    }
}
