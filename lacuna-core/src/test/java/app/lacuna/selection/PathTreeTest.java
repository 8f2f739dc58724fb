package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.selection.PathTree.Node;
import java.util.List;
import org.junit.jupiter.api.Test;

class PathTreeTest {
    private record Thing(String path, ItemKind kind, long size) {}

    private static Node<Thing> tree(Thing... things) {
        return PathTree.of(List.of(things), Thing::path, Thing::kind, Thing::size);
    }

    @Test
    void addsUpSizesAndCounts() {
        Node<Thing> root =
                tree(
                        new Thing("dig", ItemKind.FOLDER, 0),
                        new Thing("dig/a.txt", ItemKind.FILE, 3),
                        new Thing("dig/deep/b.txt", ItemKind.FILE, 4),
                        new Thing("diary.txt", ItemKind.FILE, 5));
        assertThat(root.size()).isEqualTo(12);
        assertThat(root.files()).isEqualTo(3);
        Node<Thing> dig = root.children().get(0);
        assertThat(dig.size()).isEqualTo(7);
        assertThat(dig.path()).isEqualTo("dig");
    }

    @Test
    void putsFoldersFirstThenNames() {
        Node<Thing> root =
                tree(
                        new Thing("b", ItemKind.FILE, 1),
                        new Thing("A", ItemKind.FILE, 1),
                        new Thing("z", ItemKind.FOLDER, 0));
        assertThat(root.children()).extracting(Node::name).containsExactly("z", "A", "b");
    }

    @Test
    void makesUpFoldersThatNothingStandsFor() {
        Node<Thing> made = tree(new Thing("x/y/z.txt", ItemKind.FILE, 1)).children().get(0);
        assertThat(made.isFolder()).isTrue();
        assertThat(made.value()).isEmpty();
        assertThat(made.children().get(0).path()).isEqualTo("x/y");
    }

    @Test
    void veryDeepPathsDoNotExhaustTheStack() {
        Node<Thing> root = tree(new Thing("d/".repeat(20_000) + "f", ItemKind.FILE, 9));
        assertThat(root.size()).isEqualTo(9);
    }
}
