package app.lacuna.desktop.places.discs;

import app.lacuna.desktop.look.TextSize;
import javafx.scene.Group;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Arc;
import javafx.scene.shape.ArcType;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;

/** A disc as it is: an outline as long as it is not written, and how much of it is. */
final class DiscPicture extends StackPane {
    private static final double RADIUS = 40;
    private static final double HOLE = 12;
    private static final double GAP_DEGREES = 5;

    private final Arc done = new Arc();

    /**
     * @param used how much of it will be used, between 0 and 1
     */
    DiscPicture(boolean written, boolean begun, double used) {
        double radius = TextSize.of(RADIUS).get();
        Circle outline = new Circle(radius);
        outline.getStyleClass().add(written || begun ? "disc-written" : "disc-waiting");
        Group shapes = new Group(outline);
        if (written || begun) {
            Arc all = arc(radius, "disc-to-do");
            all.setLength(-(360 - GAP_DEGREES) * Math.max(0.02, used));
            shapes.getChildren().add(all);
        } else {
            Line gap = new Line(0, -radius, 0, -TextSize.of(HOLE).get());
            gap.getStyleClass().add("disc-waiting");
            shapes.getChildren().add(gap);
        }
        configure(done, radius);
        done.getStyleClass().add("disc-done");
        done.setLength(written ? -(360 - GAP_DEGREES) * Math.max(0.02, used) : 0);
        shapes.getChildren().add(done);
        Circle hole = new Circle(TextSize.of(HOLE).get());
        hole.getStyleClass().add(written || begun ? "disc-hole" : "disc-hole-waiting");
        shapes.getChildren().add(hole);
        getChildren().add(shapes);
        setMinSize(2 * radius + 4, 2 * radius + 4);
        setMaxSize(2 * radius + 4, 2 * radius + 4);
    }

    private static Arc arc(double radius, String style) {
        Arc arc = new Arc();
        configure(arc, radius);
        arc.getStyleClass().add(style);
        return arc;
    }

    private static void configure(Arc arc, double radius) {
        arc.setRadiusX(radius - 1);
        arc.setRadiusY(radius - 1);
        arc.setStartAngle(90);
        arc.setType(ArcType.ROUND);
    }

    /** Between 0 and 1. */
    void show(double fraction) {
        done.setLength(-(360 - GAP_DEGREES) * fraction);
    }
}
