package app.lacuna.desktop.look;

import javafx.animation.FadeTransition;
import javafx.scene.Node;
import javafx.util.Duration;

/** Motion where it explains something: short, and none where the system asks for less. */
public final class Motion {
    private static final Duration SHORT = Duration.millis(180);

    private static volatile boolean wanted = true;

    private Motion() {}

    /** Whether the user lets things move, if the system does. */
    static void setWanted(boolean wish) {
        wanted = wish;
    }

    /** Something has taken the place of something else. */
    public static void appear(Node node) {
        if (!wanted || !SystemMotion.isWanted()) {
            return;
        }
        FadeTransition fade = new FadeTransition(SHORT, node);
        fade.setFromValue(0.15);
        fade.setToValue(1);
        fade.play();
    }
}
