package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.common.CancelSource;
import app.lacuna.common.CancelToken;
import app.lacuna.selection.LeftOut.Reason;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SelectionScannerTest {
    @TempDir Path folder;

    private FileSelection scan(Path... roots) {
        return new SelectionScanner(CancelToken.never()).scan(List.of(roots));
    }

    private Path file(String path, String text) throws IOException {
        Path file = folder.resolve(path);
        Files.createDirectories(file.getParent());
        return Files.writeString(file, text);
    }

    private static List<String> paths(FileSelection selection) {
        return selection.items().stream().map(FileItem::path).toList();
    }

    @Test
    void listsAFolderBeforeWhatItContains() throws IOException {
        file("dig/b.txt", "bb");
        file("dig/a/deep.txt", "x");
        file("dig/.hidden", "h");
        Files.createDirectories(folder.resolve("dig/empty"));
        FileSelection selection = scan(folder.resolve("dig"));
        assertThat(paths(selection))
                .containsExactly(
                        "dig", "dig/.hidden", "dig/a", "dig/a/deep.txt", "dig/b.txt", "dig/empty");
        assertThat(selection.totalBytes()).isEqualTo(4);
        assertThat(selection.leftOut()).isEmpty();
        assertThat(selection.isIncomplete()).isFalse();
    }

    @Test
    void recordsSizeTimeAndPermissions() throws IOException {
        Path file = file("levels.csv", "12345");
        Instant time = Instant.parse("2026-11-12T08:30:01.250Z");
        Files.setLastModifiedTime(file, FileTime.from(time));
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwxr-x--x"));
        FileItem item = scan(file).items().get(0);
        assertThat(item.size()).isEqualTo(5);
        assertThat(item.modified()).isEqualTo(time);
        assertThat(Integer.toOctalString(item.permissions())).isEqualTo("751");
    }

    @Test
    void keepsLinksAsLinks() throws IOException {
        file("dig/real.txt", "real");
        Files.createSymbolicLink(folder.resolve("dig/link"), Path.of("real.txt"));
        Files.createSymbolicLink(folder.resolve("dig/dangling"), Path.of("nowhere"));
        Files.createSymbolicLink(folder.resolve("dig/loop"), Path.of("."));
        FileSelection selection = scan(folder.resolve("dig"));
        assertThat(paths(selection))
                .containsExactly("dig", "dig/dangling", "dig/link", "dig/loop", "dig/real.txt");
        assertThat(selection.items().get(2).kind()).isEqualTo(ItemKind.LINK);
        assertThat(selection.items().get(2).size()).isEqualTo("real.txt".length());
    }

    @Test
    void leavesPipesOutWithTheReason() throws Exception {
        Path pipe = folder.resolve("pipe");
        assertThat(new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor()).isZero();
        FileSelection selection = scan(pipe);
        assertThat(selection.items()).isEmpty();
        assertThat(selection.leftOut()).containsExactly(new LeftOut(pipe, Reason.SPECIAL_FILE));
        assertThat(selection.isIncomplete()).isFalse();
    }

    @Test
    void leavesVanishedRootsOut() {
        Path gone = folder.resolve("gone");
        FileSelection selection = scan(gone);
        assertThat(selection.leftOut()).containsExactly(new LeftOut(gone, Reason.GONE));
        assertThat(selection.isIncomplete()).isTrue();
    }

    @Test
    void sameNameTwiceGetsANumberAndIsReported() throws IOException {
        Path one = file("one/notes.txt", "1");
        Path two = file("two/notes.txt", "2");
        Path three = file("three/notes.txt/inside", "3").getParent();
        FileSelection selection = scan(one, two, three);
        assertThat(paths(selection))
                .containsExactly(
                        "notes.txt", "notes (2).txt", "notes.txt (2)", "notes.txt (2)/inside");
        assertThat(selection.renamed())
                .containsExactly(
                        new Renamed(two, "notes (2).txt", Renamed.Reason.NAME_TAKEN),
                        new Renamed(three, "notes.txt (2)", Renamed.Reason.NAME_TAKEN));
    }

    @Test
    void nameThatIsNoTextIsReported() throws Exception {
        Process made =
                new ProcessBuilder("bash", "-c", "printf x > $'a\\xff.txt'")
                        .directory(folder.toFile())
                        .start();
        assertThat(made.waitFor()).isZero();
        FileSelection selection = scan(folder);
        assertThat(selection.renamed()).hasSize(1);
        assertThat(selection.renamed().get(0).path()).endsWith("/a\ufffd.txt");
        assertThat(selection.leftOut()).isEmpty();
    }

    @Test
    void nestedAndRepeatedRootsGoInOnce() throws IOException {
        Path inner = file("dig/a.txt", "a");
        Path dig = folder.resolve("dig");
        FileSelection selection = scan(dig, inner, dig.resolve("../dig"));
        assertThat(paths(selection)).containsExactly("dig", "dig/a.txt");
        assertThat(selection.leftOut())
                .extracting(LeftOut::reason)
                .containsExactly(Reason.ALREADY_INCLUDED, Reason.ALREADY_INCLUDED);
    }

    @Test
    void stopsWhenCancelled() throws IOException {
        file("dig/a.txt", "a");
        CancelSource cancel = new CancelSource();
        cancel.cancel();
        assertThatThrownBy(() -> new SelectionScanner(cancel).scan(List.of(folder)))
                .isInstanceOf(CancellationException.class);
    }

    @Test
    void removesAPlaceAndEverythingBelow() throws IOException {
        file("dig/a/x.txt", "x");
        file("dig/ab.txt", "x");
        FileSelection selection =
                scan(folder.resolve("dig")).without(Set.of(folder.resolve("dig/a")));
        assertThat(paths(selection)).containsExactly("dig", "dig/ab.txt");
    }

    @Test
    void unreadableFilesAreLeftOutAndTheRestGoesOn() throws Exception {
        // As root nothing is unreadable by its permissions, so the scan runs as another user.
        file("dig/open.txt", "x");
        Path closed = file("dig/closed.txt", "x");
        Files.setPosixFilePermissions(closed, Set.of());
        Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
        List<String> lines = OtherUser.run(ScanAsOtherUser.class, folder.resolve("dig").toString());
        assertThat(lines)
                .containsExactly("item dig", "item dig/open.txt", "left UNREADABLE closed.txt");
    }

    @Test
    void rulesLeaveOutAndSaySo() throws IOException {
        file("dig/levels.csv", "1");
        file("dig/draft.bak", "2");
        file("dig/old/plan.txt", "3");
        file("dig/.cache/thumb", "4");
        file("dig/Thumbs.db", "5");
        file("dig/.~lock.plan.odt#", "6");
        ExcludeRules rules = ExcludeRules.JUNK.and(ExcludeRules.of(List.of("*.bak", "dig/old")));
        FileSelection selection =
                new SelectionScanner(CancelToken.never(), item -> {}, rules)
                        .scan(List.of(folder.resolve("dig")));
        assertThat(paths(selection)).containsExactly("dig", "dig/levels.csv");
        assertThat(selection.leftOut())
                .extracting(left -> folder.relativize(left.source()).toString())
                .containsExactlyInAnyOrder(
                        "dig/draft.bak",
                        "dig/old",
                        "dig/.cache",
                        "dig/Thumbs.db",
                        "dig/.~lock.plan.odt#");
        assertThat(selection.leftOut()).allMatch(left -> left.reason() == Reason.EXCLUDED);
        assertThat(selection.isIncomplete()).as("it was wanted so").isFalse();
    }
}
