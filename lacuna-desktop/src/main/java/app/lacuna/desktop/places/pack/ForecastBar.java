package app.lacuna.desktop.places.pack;

import app.lacuna.forecast.SizeRange;
import java.util.Optional;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;

/** Solid: surely needed; striped: uncertain; pale: saved. */
final class ForecastBar extends Pane {
    static final double LONGEST = 150;
    private static final double HEIGHT = 8;
    private static final double SHORTEST = 6;

    /** So that a small file beside a large one can still be seen. */
    private static final double FLATTENED = 0.35;

    ForecastBar() {
        setPrefSize(LONGEST, HEIGHT);
        setMaxHeight(HEIGHT);
        setMouseTransparent(true);
    }

    /**
     * @param size of the file or folder now
     * @param largest of all that is shown
     */
    void show(long size, long largest, Optional<SizeRange> expected) {
        getChildren().clear();
        if (size == 0 || largest == 0) {
            return;
        }
        double length = Math.max(SHORTEST, LONGEST * Math.pow((double) size / largest, FLATTENED));
        part("forecast-saved", 0, length);
        expected.ifPresent(
                range -> {
                    double low = length * Math.min(1, (double) range.low() / size);
                    double high = length * Math.min(1, (double) range.high() / size);
                    part("forecast-maybe", low, Math.max(0, high - low));
                    part("forecast-sure", 0, Math.max(1, low));
                });
    }

    private void part(String style, double from, double width) {
        Region part = new Region();
        part.getStyleClass().add(style);
        part.setManaged(false);
        part.resizeRelocate(from, 0, width, HEIGHT);
        getChildren().add(part);
    }
}
