package app.lacuna.desktop.window;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import javafx.stage.StageStyle;

/** Another window, into which files are dragged: it copies them, as a file manager does. */
final class DropSink {
    private final Stage stage;
    private final Node node;

    private DropSink(Stage stage, Node node) {
        this.stage = stage;
        this.node = node;
    }

    static DropSink copyingTo(Path folder) throws Exception {
        CompletableFuture<DropSink> made = new CompletableFuture<>();
        Platform.runLater(() -> made.complete(open(folder)));
        return made.get();
    }

    private static DropSink open(Path folder) {
        Label label = new Label("drop here");
        StackPane box = new StackPane(label);
        box.setOnDragOver(
                event -> {
                    if (event.getDragboard().hasFiles()) {
                        event.acceptTransferModes(TransferMode.COPY);
                    }
                    event.consume();
                });
        box.setOnDragDropped(
                event -> {
                    event.getDragboard().getFiles().forEach(file -> copy(file, folder));
                    event.setDropCompleted(true);
                    event.consume();
                });
        Stage stage = new Stage(StageStyle.UNDECORATED);
        stage.setAlwaysOnTop(true);
        stage.setX(0);
        stage.setY(0);
        stage.setScene(new Scene(box, 110, 60));
        stage.show();
        return new DropSink(stage, box);
    }

    private static void copy(File file, Path folder) {
        try {
            Files.copy(file.toPath(), folder.resolve(file.getName()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    Node node() {
        return node;
    }

    void close() {
        Platform.runLater(stage::close);
    }
}
