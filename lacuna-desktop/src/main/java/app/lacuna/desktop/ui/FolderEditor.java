package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.words.Words;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** Changes a folder by typing its path or by the system's dialog. */
public final class FolderEditor {
    private final String id;
    private final String title;
    private final ObjectProperty<Path> folder;
    private final FileDialogs dialogs;
    private final Runnable close;
    private List<Path> recent = List.of();

    public FolderEditor(
            String id,
            String title,
            ObjectProperty<Path> folder,
            FileDialogs dialogs,
            Runnable close) {
        this.id = id;
        this.title = title;
        this.folder = folder;
        this.dialogs = dialogs;
        this.close = close;
    }

    public Node[] content() {
        TextField field = new TextField(folder.get().toString());
        field.setId(id + "-field");
        FieldName.give(field, title);
        field.setPrefColumnCount(34);
        field.getStyleClass().add(Styles.MONO);
        field.setOnAction(event -> take(field.getText()));
        Button take =
                Page.button(id + "-take", Words.text("popover.take"), () -> take(field.getText()));
        Button browse =
                Page.button(id + "-browse", Words.text("popover.folder.browse"), this::browse);
        VBox before = new VBox(2);
        for (Path path : recent) {
            if (!path.equals(folder.get())) {
                Button again =
                        Page.link(id + "-recent", path.toString(), () -> take(path.toString()));
                before.getChildren().add(again);
            }
        }
        return new Node[] {
            Page.label(title, Styles.CARD_TITLE), field, new HBox(8, take, browse), before
        };
    }

    /** Offers places that were used before. */
    public FolderEditor withRecent(List<Path> folders) {
        recent = List.copyOf(folders);
        return this;
    }

    private void take(String text) {
        try {
            Path path = Path.of(text.strip());
            if (!text.isBlank() && path.isAbsolute()) {
                folder.set(path.normalize());
                close.run();
            }
        } catch (InvalidPathException e) {
            // Stays open with what was typed.
        }
    }

    private void browse() {
        Optional<Path> chosen = dialogs.chooseFolder(title);
        chosen.ifPresent(
                path -> {
                    folder.set(path);
                    close.run();
                });
    }
}
