package app.lacuna.desktop.ui;

import app.lacuna.desktop.look.Styles;
import javafx.geometry.Pos;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;

/** Three gaps, one under the other: what a stranger will see. Decoration only. */
public final class GapBars extends VBox {
    private static final double[] WIDTHS = {240, 180, 210};
    private static final double HEIGHT = 13;
    private static final double STEP = 7;

    public GapBars() {
        this(WIDTHS.length);
    }

    /** As many of them as there is room for. */
    public GapBars(int bars) {
        super(10);
        setAlignment(Pos.CENTER);
        for (int i = 0; i < bars; i++) {
            getChildren().add(bar(WIDTHS[i]));
        }
        setMouseTransparent(true);
    }

    private static Region bar(double width) {
        javafx.scene.layout.Pane bar = new javafx.scene.layout.Pane();
        bar.getStyleClass().add(Styles.GAP);
        bar.setMinSize(width, HEIGHT);
        bar.setMaxSize(width, HEIGHT);
        for (double x = -HEIGHT; x < width; x += STEP) {
            Line line = new Line(x, HEIGHT, x + HEIGHT, 0);
            line.getStyleClass().add("gap-hatch");
            bar.getChildren().add(line);
        }
        bar.setClip(new Rectangle(width, HEIGHT));
        return bar;
    }
}
