package app.lacuna.desktop.look;

import java.net.URL;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.Scene;

/** Puts the style sheets on a scene, in light or dark, as it is set. */
public final class Theme {
    private static final List<String> SHEETS =
            List.of("tokens.css", "controls.css", "page.css", "tree.css");

    /** From here on headings grow less than the rest. */
    private static final int LARGE = 150;

    private final Scene scene;
    private final LookSettings settings;
    private Appearance appearance;
    private int textSize;

    /**
     * @param settings which it follows from now on
     */
    public Theme(Scene scene, LookSettings settings) {
        this.scene = scene;
        this.settings = settings;
        for (String sheet : SHEETS) {
            scene.getStylesheets()
                    .add(
                            Theme.class
                                    .getResource("/app/lacuna/desktop/css/" + sheet)
                                    .toExternalForm());
        }
        show(settings.appearance().value().get());
        showTextSize(percent());
        settings.appearance().value().addListener((property, before, now) -> show(now));
        settings.textSize().value().addListener((property, before, now) -> showTextSize(percent()));
    }

    private int percent() {
        int chosen = settings.textSize().value().get();
        return chosen == LookSettings.AS_THE_SYSTEM
                ? TextSize.ofSystem()
                : Math.max(TextSize.USUAL, chosen);
    }

    public Appearance appearance() {
        return appearance;
    }

    /** Shows it without remembering. */
    public void show(Appearance chosen) {
        appearance = chosen;
        List<String> classes = new ArrayList<>(scene.getRoot().getStyleClass());
        classes.removeAll(List.of(Styles.ROOT, Styles.DARK, Styles.CONTRAST));
        classes.add(Styles.ROOT);
        if (chosen.isDark()) {
            classes.add(Styles.DARK);
        }
        if (chosen == Appearance.CONTRAST) {
            classes.add(Styles.CONTRAST);
        }
        scene.getRoot().getStyleClass().setAll(classes); // at once: no colour is ever missing
    }

    /** In percent of the usual size. */
    public int textSize() {
        return textSize;
    }

    public void largerText() {
        settings.textSize().value().set(TextSize.larger(textSize));
    }

    public void smallerText() {
        settings.textSize().value().set(TextSize.smaller(textSize));
    }

    public void usualText() {
        settings.textSize().value().set(TextSize.USUAL);
    }

    /** Shows it without remembering. */
    public void showTextSize(int percent) {
        textSize = percent;
        TextSize.set(percent);
        scene.getRoot().setStyle(TextSize.style(percent));
        scene.getRoot().getStyleClass().remove(Styles.LARGE_TEXT);
        if (percent >= LARGE) {
            scene.getRoot().getStyleClass().add(Styles.LARGE_TEXT);
        }
    }

    /** With a place come styles of its own, if it has some. */
    public void addStylesOf(Class<?> place, String id) {
        URL own = place.getResource(id + ".css");
        if (own != null) {
            scene.getStylesheets().add(own.toExternalForm());
        }
    }
}
