package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;

/** Makes a part of the page take files that are dropped on it. */
public final class DropTarget {
    private DropTarget() {}

    public static void on(Node node, Consumer<List<Path>> dropped) {
        node.setOnDragOver(
                event -> {
                    if (isFromOutside(event)) {
                        event.acceptTransferModes(TransferMode.COPY);
                    }
                    event.consume();
                });
        node.setOnDragEntered(
                event -> {
                    if (isFromOutside(event)) {
                        node.getStyleClass().add(Styles.DROP_OVER);
                    }
                });
        node.setOnDragExited(event -> node.getStyleClass().remove(Styles.DROP_OVER));
        node.setOnDragDropped(
                event -> {
                    List<File> files = event.getDragboard().getFiles();
                    dropped.accept(files.stream().map(File::toPath).toList());
                    event.setDropCompleted(true);
                    event.consume();
                });
    }

    /** What was dragged out of the window itself and comes back is no drop. */
    private static boolean isFromOutside(DragEvent event) {
        return event.getGestureSource() == null && event.getDragboard().hasFiles();
    }
}
