package app.lacuna.desktop.parts.viewer;

import javafx.scene.effect.BlurType;
import javafx.scene.effect.DropShadow;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.StackPane;
import javafx.scene.paint.Color;

/** A picture as large as there is room, and never larger than it is. */
final class PictureStage extends StackPane {
    private static final double MARGIN = 4;

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

    /** With a line around it, for what is white at its edges like the page. */
    PictureStage framed() {
        view.setEffect(new DropShadow(BlurType.ONE_PASS_BOX, Color.gray(0.5, 0.6), 2, 1, 0, 0));
        return this;
    }

    void show(Image image) {
        view.setImage(image);
        fit();
    }

    private void fit() {
        Image image = view.getImage();
        if (image != null) {
            view.setFitWidth(Math.min(getWidth() - MARGIN, image.getWidth()));
            view.setFitHeight(Math.min(getHeight() - MARGIN, image.getHeight()));
        }
    }
}
