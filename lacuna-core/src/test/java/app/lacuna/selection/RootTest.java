package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.CancelToken;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RootTest {
    @TempDir Path folder;

    @BeforeEach
    void make() throws IOException {
        Files.createDirectories(folder.resolve("far/away"));
        Files.writeString(folder.resolve("far/s"), "the file system's");
        Files.writeString(folder.resolve("s"), "the text's");
        Files.createSymbolicLink(folder.resolve("l"), folder.resolve("far/away"));
        Files.createSymbolicLink(folder.resolve("dl"), Path.of("far"));
    }

    private static FileSelection scan(Root... roots) {
        return new SelectionScanner(CancelToken.never()).scanRoots(List.of(roots));
    }

    @Test
    void dotsBehindALinkMeanWhatTheFileSystemSays() throws IOException {
        FileItem item = scan(Root.of(folder.resolve("l/../s"))).items().get(0);
        assertThat(item.source()).hasContent("the file system's");
        assertThat(item.path()).isEqualTo("s");
    }

    @Test
    void aLinkWithASlashIsFollowedAndKeepsItsName() {
        FileSelection selection = scan(Root.typed(folder.resolve("dl") + "/"));
        assertThat(selection.items())
                .extracting(FileItem::path)
                .containsExactly("dl", "dl/away", "dl/s");
        assertThat(selection.linkRoots()).isEmpty();
    }

    @Test
    void aLinkWithoutASlashIsKeptAndThatIsSaid() {
        FileSelection selection = scan(Root.typed(folder.resolve("dl").toString()));
        assertThat(selection.items()).extracting(FileItem::kind).containsExactly(ItemKind.LINK);
        assertThat(selection.linkRoots()).containsExactly(folder.resolve("dl"));
    }

    @Test
    void whatIsNotThereIsSaid() {
        assertThat(scan(Root.of(folder.resolve("gone"))).leftOut())
                .containsExactly(new LeftOut(folder.resolve("gone"), LeftOut.Reason.GONE));
    }

    @Test
    void theSameByTwoWaysGoesInOnce() {
        FileSelection selection =
                scan(Root.of(folder.resolve("far/s")), Root.of(folder.resolve("l/../s")));
        assertThat(selection.items()).hasSize(1);
        assertThat(selection.leftOut())
                .extracting(LeftOut::reason)
                .containsExactly(LeftOut.Reason.ALREADY_INCLUDED);
    }

    @Test
    void manyRootsAndManyEqualNamesAreLookedThroughOnce() throws IOException {
        List<Root> roots =
                IntStream.range(0, 3_000)
                        .mapToObj(i -> folder.resolve("n" + i))
                        .map(RootTest::withFile)
                        .toList();
        FileSelection selection = new SelectionScanner(CancelToken.never()).scanRoots(roots);
        assertThat(selection.items()).hasSize(3_000);
        assertThat(selection.items())
                .extracting(FileItem::path)
                .doesNotHaveDuplicates()
                .contains("same", "same (3000)");
    }

    private static Root withFile(Path folder) {
        try {
            Files.createDirectory(folder);
            return Root.of(Files.createFile(folder.resolve("same")));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    @Test
    void aLinkWhoseTargetIsNoTextIsLeftOutAndSaid() throws Exception {
        Path work = Files.createDirectory(folder.resolve("work"));
        Process made =
                new ProcessBuilder("sh", "-c", "ln -s \"$(printf 'a\\344b')\" odd")
                        .directory(work.toFile())
                        .start();
        assertThat(made.waitFor()).isZero();
        FileSelection selection = scan(Root.of(work));
        assertThat(selection.items()).hasSize(1);
        assertThat(selection.leftOut())
                .extracting(LeftOut::reason)
                .containsExactly(LeftOut.Reason.LINK_NOT_TEXT);
        assertThat(selection.isIncomplete()).isTrue();
    }

    @Test
    void theStickyBitOfASharedFolderIsSeen() throws Exception {
        Path shared = Files.createDirectory(folder.resolve("shared"));
        assertThat(new ProcessBuilder("chmod", "1777", shared.toString()).start().waitFor())
                .isZero();
        assertThat(scan(Root.of(shared)).items().get(0).permissions()).isEqualTo(01777);
    }
}
