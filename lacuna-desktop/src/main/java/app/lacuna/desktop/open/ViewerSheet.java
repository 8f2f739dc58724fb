package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.base.ByteCount;
import app.lacuna.desktop.control.Page;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.Preview;
import java.io.ByteArrayInputStream;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** Shows the chosen entry from memory. */
final class ViewerSheet extends VBox {
    /** Larger pictures are decoded smaller: the screen has no more points. */
    private static final double MAX_PIXELS = 2400;

    private final Label name = new Label();
    private final Label memory = new Label(Words.text("viewer.memory"));
    private final StackPane stage = new StackPane();
    private final Label detail = Page.label("", Styles.SECONDARY);

    ViewerSheet(ViewerModel model) {
        getStyleClass().add(Styles.SHEET);
        setId("viewer");
        name.getStyleClass().add(Styles.CARD_TITLE);
        name.setMinWidth(0);
        memory.getStyleClass().addAll(Styles.CAPTION, Styles.PROTECTED);
        memory.setMinWidth(USE_PREF_SIZE);
        HBox head = new HBox(12, name, Page.spacer(), memory);
        head.setAlignment(Pos.CENTER_LEFT);
        head.getStyleClass().add(Styles.SHEET_HEAD);
        HBox foot = new HBox(detail);
        foot.getStyleClass().add(Styles.SHEET_FOOT);
        detail.setId("viewer-detail");
        stage.getStyleClass().add("viewer-stage");
        stage.setMinHeight(160);
        VBox.setVgrow(stage, Priority.ALWAYS);
        getChildren().setAll(head, stage, foot);
        model.viewed().addListener((property, before, now) -> show(now));
        show(model.viewed().get());
    }

    private void show(Viewed viewed) {
        memory.setVisible(viewed instanceof Viewed.Shown);
        if (viewed instanceof Viewed.Nothing) {
            fill("", words(Words.text("viewer.nothing")), "");
        } else if (viewed instanceof Viewed.Reading reading) {
            fill(reading.entry().name(), words(Words.text("viewer.reading")), "");
        } else if (viewed instanceof Viewed.Failed failed) {
            FailureText failure = failed.failure();
            fill(failed.entry().name(), failure(failure), "");
        } else if (viewed instanceof Viewed.Shown shown) {
            show(shown);
        }
    }

    private void show(Viewed.Shown shown) {
        ArchiveEntry entry = shown.entry();
        Preview preview = shown.preview();
        String size =
                Words.text(
                        shown.archiveChecked() ? "viewer.checked" : "viewer.unchecked",
                        ByteCount.inWords(entry.size()));
        if (preview instanceof Preview.Text text) {
            String cut = text.cut() ? Words.text("viewer.cut") : "";
            fill(entry.name(), text(text.text()), size + cut);
        } else if (preview instanceof Preview.Picture picture) {
            showPicture(entry, picture, size);
        } else if (preview instanceof Preview.TooLarge large) {
            fill(
                    entry.name(),
                    words(Words.text("viewer.large", ByteCount.inWords(large.limit()))),
                    ByteCount.inWords(entry.size()));
        } else {
            fill(entry.name(), words(Words.text("viewer.other")), size);
        }
    }

    private void showPicture(ArchiveEntry entry, Preview.Picture picture, String size) {
        Image image =
                new Image(
                        new ByteArrayInputStream(picture.bytes()),
                        MAX_PIXELS,
                        MAX_PIXELS,
                        true,
                        true);
        if (image.isError()) {
            fill(entry.name(), words(Words.text("viewer.broken-picture")), size);
            return;
        }
        ImageView view = new ImageView(image);
        view.setPreserveRatio(true);
        view.setAccessibleText(Words.text("viewer.picture", entry.name()));
        view.fitWidthProperty().bind(stage.widthProperty().subtract(28));
        view.fitHeightProperty().bind(stage.heightProperty().subtract(28));
        fill(entry.name(), view, size);
    }

    private void fill(String title, Node content, String details) {
        name.setText(title);
        stage.getChildren().setAll(content);
        detail.setText(details);
    }

    private static Node text(String text) {
        TextArea area = new TextArea(text);
        area.setId("viewer-text");
        area.setEditable(false);
        area.setWrapText(false);
        area.getStyleClass().add(Styles.MONO);
        area.setAccessibleText(Words.text("viewer.text-area"));
        return area;
    }

    private static Node words(String words) {
        return Page.label(words, Styles.SECONDARY);
    }

    private static Node failure(FailureText failure) {
        VBox box =
                new VBox(
                        4,
                        Page.label(failure.what(), "message-what"),
                        Page.label(failure.safe() + " " + failure.next(), Styles.SECONDARY));
        box.setMaxHeight(USE_PREF_SIZE);
        box.getStyleClass().add("viewer-failure");
        return box;
    }
}
