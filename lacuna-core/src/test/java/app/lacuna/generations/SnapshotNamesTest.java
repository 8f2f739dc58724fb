package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SnapshotNamesTest {
    @TempDir Path folder;

    private FileItem item(String name) throws IOException {
        Path file = Files.writeString(folder.resolve(name), "a");
        return new ItemReader().read(file, "another root/" + name).orElseThrow();
    }

    private static List<String> paths(List<FileItem> items) {
        return items.stream().map(FileItem::path).toList();
    }

    @Test
    void of_itemsBelowTheRoot_getTheirPathsOfThen() throws IOException {
        SnapshotNames names =
                new SnapshotNames(Lines.manifest(folder, Lines.file("dig/a", 1, "", Lines.FIRST)));
        FileItem root = new ItemReader().read(folder, "other").orElseThrow();
        assertThat(paths(names.of(List.of(root, item("a"), item("b")))))
                .containsExactly("dig", "dig/a", "dig/b");
    }

    @Test
    void of_itemsBelowNoRoot_areLeftOut() throws IOException {
        SnapshotNames names = new SnapshotNames(Lines.manifest(folder.resolve("elsewhere")));
        assertThat(names.of(List.of(item("a")))).isEmpty();
    }

    /** The path belongs to a line whose name on disk is another one. */
    @Test
    void of_pathIsTaken_getsANumber() throws IOException {
        ManifestLine numbered =
                new ManifestLine(
                        "dig/a",
                        app.lacuna.selection.ItemKind.FILE,
                        1,
                        Lines.THEN,
                        0640,
                        "",
                        Lines.FIRST,
                        "dig/a",
                        "",
                        "",
                        "",
                        false,
                        "A",
                        true);
        SnapshotNames names = new SnapshotNames(Lines.manifest(folder, numbered));
        assertThat(paths(names.of(List.of(item("a"))))).containsExactly("dig/a (2)");
    }
}
