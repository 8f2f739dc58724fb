package app.lacuna.desktop.window;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.input.ClipboardContent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import javafx.stage.StageStyle;

/** Another window, from which files are dragged as from a file manager. */
final class DropSource {
    private final Stage stage;
    private final Node node;

    private DropSource(Stage stage, Node node) {
        this.stage = stage;
        this.node = node;
    }

    static DropSource of(List<Path> files) throws Exception {
        CompletableFuture<DropSource> made = new CompletableFuture<>();
        Platform.runLater(() -> made.complete(open(files)));
        return made.get();
    }

    private static DropSource open(List<Path> files) {
        Label label = new Label("drag me");
        label.setMinSize(80, 30);
        label.setOnDragDetected(
                event -> {
                    ClipboardContent content = new ClipboardContent();
                    content.putFiles(files.stream().map(Path::toFile).toList());
                    label.startDragAndDrop(TransferMode.COPY).setContent(content);
                    event.consume();
                });
        Stage stage = new Stage(StageStyle.UNDECORATED);
        stage.setAlwaysOnTop(true);
        stage.setX(0);
        stage.setY(0);
        stage.setScene(new Scene(new StackPane(label), 90, 40));
        stage.show();
        return new DropSource(stage, label);
    }

    Node node() {
        return node;
    }

    void close() {
        Platform.runLater(stage::close);
    }
}
