package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javafx.scene.control.IndexedCell;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** A million entries in the real window: opened, scrolled, searched, ticked. */
@Tag("slow")
class MillionWindowTest extends InWindow {
    private static final int IN_ONE_FOLDER = 600_000;
    private static final int FOLDERS = 400;
    private static final int IN_EACH = 1_000;

    private static Path million(Path archive) throws IOException {
        CRC32 crc = new CRC32();
        crc.update('x');
        try (OutputStream file = new BufferedOutputStream(Files.newOutputStream(archive), 1 << 20);
                ZipOutputStream zip = new ZipOutputStream(file)) {
            zip.setMethod(ZipOutputStream.STORED);
            for (int i = 0; i < IN_ONE_FOLDER; i++) {
                put(zip, "levels/point-" + i + ".txt", crc.getValue());
            }
            for (int i = 0; i < FOLDERS * IN_EACH; i++) {
                put(zip, "days/day-" + i / IN_EACH + "/find-" + i + ".txt", crc.getValue());
            }
        }
        return archive;
    }

    private static void put(ZipOutputStream zip, String name, long crc) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        entry.setSize(1);
        entry.setCrc(crc);
        entry.setTime(0);
        zip.putNextEntry(entry);
        zip.write('x');
        zip.closeEntry();
    }

    private TableView<PathTree.Node<PlannedEntry>> table() {
        return lookup("#inside").query();
    }

    private void choose(String name) {
        int row = 0;
        while (!table().getItems().get(row).name().equals(name)) {
            row++;
        }
        table().requestFocus();
        table().getSelectionModel().clearAndSelect(row);
        table().getFocusModel().focus(row);
    }

    private boolean isSeen(String name) {
        return lookup(name).queryAll().stream().anyMatch(node -> node.isVisible());
    }

    @Test
    void isScrolledSearchedAndTicked() throws Exception {
        Path archive = million(outbox.resolve("million.zip"));
        interact(() -> desk.take(List.of(archive)));
        until(() -> open.state().get() == OpenState.UNLOCKED);
        until(() -> open.session().inside().rows().get().size() == 2);
        assertThat(open.listing().entries()).hasSize(IN_ONE_FOLDER + FOLDERS * IN_EACH);

        until(() -> isSeen("levels"));
        interact(() -> choose("levels")); // the rows that are seen may be others in a moment
        type(KeyCode.RIGHT);
        until(() -> table().getItems().size() == IN_ONE_FOLDER + 2);
        interact(() -> table().scrollTo(IN_ONE_FOLDER));
        until(() -> isSeen("point-99999.txt"), "the end");
        for (int place : new int[] {1, 300_000, 17, 599_000, 450_123}) {
            interact(() -> table().scrollTo(place));
            String name = table().getItems().get(place).name();
            until(() -> isSeen(name), "line " + place);
        }
        assertThat(lookup(".table-row-cell").queryAllAs(IndexedCell.class))
                .as("only what is seen is made")
                .hasSizeLessThan(60);

        clickOn("#find-inside").write("find-399999");
        until(() -> table().getItems().size() == 1);
        interact(() -> open.session().inside().find().set("day-7*"));
        until(() -> table().getItems().size() == 11 * IN_EACH);
        clickOn("#tick-found");
        assertThat(open.session().inside().chosen().count()).isEqualTo(11 * IN_EACH);
        interact(() -> open.session().inside().find().set(""));
        until(() -> table().getItems().size() == IN_ONE_FOLDER + 2);
        press(KeyCode.CONTROL).type(KeyCode.L).release(KeyCode.CONTROL);
        until(() -> open.state().get() == OpenState.NOTHING);
    }
}
