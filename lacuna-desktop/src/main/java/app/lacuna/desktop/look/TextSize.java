package app.lacuna.desktop.look;

import java.util.List;
import javafx.beans.binding.DoubleBinding;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;

/** How large texts are, in percent of the usual size; what is measured by texts follows. */
public final class TextSize {
    public static final int USUAL = 100;

    private static final List<Integer> STEPS = List.of(100, 125, 150, 200);
    private static final DoubleProperty FACTOR = new SimpleDoubleProperty(1);
    private static final double POINTS = 13;

    private TextSize() {}

    /** A measure that is right at the usual size. */
    public static DoubleBinding of(double usual) {
        return FACTOR.multiply(usual);
    }

    static void set(int percent) {
        FACTOR.set(percent / 100.0);
    }

    /** For the root of a scene. */
    static String style(int percent) {
        return "-fx-font-size: " + POINTS * percent / 100 + "px;";
    }

    static int larger(int percent) {
        return STEPS.stream()
                .filter(step -> step > percent)
                .findFirst()
                .orElse(STEPS.get(STEPS.size() - 1));
    }

    static int smaller(int percent) {
        return STEPS.stream()
                .filter(step -> step < percent)
                .reduce((before, last) -> last)
                .orElse(USUAL);
    }

    /** The step that is nearest to what the system is set to. */
    static int ofSystem() {
        double percent = SystemTextSize.percent();
        return STEPS.stream()
                .min((a, b) -> Double.compare(Math.abs(a - percent), Math.abs(b - percent)))
                .orElse(USUAL);
    }
}
