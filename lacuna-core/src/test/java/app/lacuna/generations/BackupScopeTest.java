package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.CancelToken;
import app.lacuna.generations.Manifest.Root;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.LeftOut.Reason;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BackupScopeTest {
    @TempDir Path folder;
    private Path dig;
    private FileSelection found;

    @BeforeEach
    void make() throws IOException {
        dig = Files.createDirectory(folder.resolve("dig"));
        Files.createDirectory(dig.resolve("finds"));
        Files.writeString(dig.resolve("finds/C-104.txt"), "hearth");
        Files.writeString(dig.resolve("levels.csv"), "1;2");
        found = new SelectionScanner(CancelToken.never()).scan(List.of(dig));
    }

    private FileItem item(String path) {
        return found.items().stream()
                .filter(item -> item.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void of_hasOneRoot_withItsVolume() {
        BackupScope scope = BackupScope.of(found, List.of(), false);
        Root root = new Root("dig", dig, scope.roots().get(0).volume());
        assertThat(scope.roots()).containsExactly(root);
        assertThat(root.volume()).get().matches(dig::startsWith);
        assertThat(MountPoint.isUnmounted(root)).isFalse();
        assertThat(scope.rootOf("dig/finds/C-104.txt")).contains(root);
        assertThat(scope.rootOf("dig")).contains(root);
        assertThat(scope.rootOf("digger/a")).isEmpty();
    }

    @Test
    void isUnmounted_wherePlainFolderRemains() {
        assertThat(MountPoint.isUnmounted(new Root("dig", dig, Optional.of(dig)))).isTrue();
        assertThat(MountPoint.isUnmounted(new Root("dig", dig, Optional.empty()))).isFalse();
        assertThat(MountPoint.isUnmounted(new Root("dig", dig, Optional.of(dig.getRoot()))))
                .isFalse();
    }

    @Test
    void unreadablePlaces_coverWhatIsBelow_butDeletedOnesDoNot() {
        Path finds = dig.resolve("finds");
        BackupScope scope =
                BackupScope.of(found, List.of(), false)
                        .butNot(
                                List.of(
                                        new LeftOut(finds, Reason.UNREADABLE),
                                        new LeftOut(dig.resolve("levels.csv"), Reason.GONE)));
        assertThat(scope.unseen()).containsExactly(finds);
        assertThat(scope.isUnseen(finds.resolve("C-104.txt"))).isTrue();
        assertThat(scope.isUnseen(dig.resolve("levels.csv"))).isFalse();
        assertThat(scope.isUnseen(dig)).isFalse();
        assertThat(scope.coverage().test(item("dig/finds/C-104.txt"))).isFalse();
        assertThat(scope.coverage().test(item("dig/levels.csv"))).isTrue();
    }

    @Test
    void unreadablePlacesOfTheScan_areUnseen() {
        FileSelection partly =
                new FileSelection(
                        found.items(),
                        List.of(new LeftOut(dig.resolve("secret"), Reason.UNREADABLE)),
                        found.renamed(),
                        found.linkRoots());
        assertThat(BackupScope.of(partly, List.of(), false).unseen())
                .containsExactly(dig.resolve("secret"));
    }

    @Test
    void skippedPatterns_areNotCovered() {
        BackupScope scope = BackupScope.of(found, List.of("*.csv"), false);
        assertThat(scope.coverage().test(item("dig/levels.csv"))).isFalse();
        assertThat(scope.coverage().test(item("dig/finds/C-104.txt"))).isTrue();
    }
}
