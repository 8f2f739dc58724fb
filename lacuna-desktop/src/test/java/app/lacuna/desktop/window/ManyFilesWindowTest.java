package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.selection.FileItem;
import app.lacuna.selection.PathTree;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import javafx.scene.control.TreeTableView;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** 100,000 single files are dropped, some are removed again: the window answers all the time. */
@Tag("slow")
class ManyFilesWindowTest extends InWindow {
    private static final int FILES = 100_000;
    private static final int REMOVED = 1_000;
    private static final int RUNS = 3;
    private static final long MOST_MS = 100;

    private static List<Path> files;
    private TreeTableView<?> table;
    private static Path many;

    @BeforeAll
    static void make() throws Exception {
        many = Files.createTempDirectory("many");
        files = new ArrayList<>(FILES);
        for (int i = 0; i < FILES; i++) {
            files.add(Files.createFile(many.resolve("find-" + i + ".txt")));
        }
    }

    @AfterAll
    static void delete() throws Exception {
        for (Path file : files) {
            Files.delete(file);
        }
        Files.delete(many);
    }

    /** The first time the toolkit loads its classes and makes the rows. */
    private void useTheWindow() throws Exception {
        for (int i = 0; i < 8; i++) {
            interact(() -> window.take(files.subList(0, 300)));
            until(() -> pack.contents().tree().get().children().size() == 300);
            table = lookup("#contents").query();
            interact(() -> pack.contents().remove(pack.contents().tree().get().children()));
            until(() -> pack.contents().selection().get().items().isEmpty());
            settle();
        }
    }

    /** Of several runs the best: the rest is the virtual machine compiling and collecting. */
    @Test
    void droppedAndRemoved_theInterfaceThreadIsNeverHeld() throws Exception {
        useTheWindow();
        Map<String, Long> held = new TreeMap<>();
        try (Heartbeat heart = new Heartbeat()) {

            for (int run = 0; run < RUNS; run++) {
                interact(() -> window.take(files));
                until(() -> isShown(FILES), "dropped");
                held.merge("dropping", heart.longestMillis(), Math::min);
                interact(() -> pack.contents().remove(firstOfTheTree()));
                until(() -> isShown(FILES - REMOVED), "removed");
                held.merge("removing", heart.longestMillis(), Math::min);
                interact(() -> window.take(files));
                until(() -> isShown(FILES), "dropped once more");
                held.merge("dropping again", heart.longestMillis(), Math::min);
                interact(pack.contents()::clear);
                until(() -> isShown(0), "nothing");
                heart.longestMillis();
            }
        }
        assertThat(held).as("in ms").allSatisfy((what, ms) -> assertThat(ms).isLessThan(MOST_MS));
    }

    private List<PathTree.Node<FileItem>> firstOfTheTree() {
        return List.copyOf(pack.contents().tree().get().children().subList(0, REMOVED));
    }

    /** In the table, and not only found. */
    private boolean isShown(int count) {
        PathTree.Node<FileItem> tree = pack.contents().tree().get();
        return pack.contents().selection().get().items().size() == count
                && tree.children().size() == count
                && (count == 0 || table.getRoot().getValue() == tree);
    }
}
