package app.lacuna.desktop.viewer;

import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.StackPane;

/** A picture as large as there is room, and never larger than it is. */
final class PictureStage extends StackPane {
    private final ImageView view = new ImageView();

    PictureStage(String accessible) {
        setMinSize(0, 0);
        view.setPreserveRatio(true);
        view.setAccessibleText(accessible);
        view.setSmooth(true);
        getChildren().setAll(view);
        widthProperty().addListener((property, before, now) -> fit());
        heightProperty().addListener((property, before, now) -> fit());
    }

    void show(Image image) {
        view.setImage(image);
        fit();
    }

    private void fit() {
        Image image = view.getImage();
        if (image != null) {
            view.setFitWidth(Math.min(getWidth(), image.getWidth()));
            view.setFitHeight(Math.min(getHeight(), image.getHeight()));
        }
    }
}
