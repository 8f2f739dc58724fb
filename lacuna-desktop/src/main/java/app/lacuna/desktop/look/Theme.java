package app.lacuna.desktop.look;

import java.net.URL;
import java.util.List;
import java.util.prefs.BackingStoreException;
import java.util.prefs.Preferences;
import javafx.scene.Parent;
import javafx.scene.Scene;

/** Puts the style sheets on a scene, in light or dark, and remembers the switch. */
public final class Theme {
    private static final List<String> SHEETS =
            List.of("tokens.css", "controls.css", "page.css", "tree.css");

    /** From here on headings grow less than the rest. */
    private static final int LARGE = 150;

    private static final String KEY = "appearance";
    private static final String TEXT_SIZE = "text-size";

    private final Scene scene;
    private final Preferences remembered = Preferences.userRoot().node("app/lacuna/desktop");
    private Appearance appearance;
    private int textSize;

    public Theme(Scene scene) {
        this.scene = scene;
        for (String sheet : SHEETS) {
            scene.getStylesheets()
                    .add(
                            Theme.class
                                    .getResource("/app/lacuna/desktop/css/" + sheet)
                                    .toExternalForm());
        }
        show(rememberedAppearance());
        showTextSize(remembered.getInt(TEXT_SIZE, TextSize.ofSystem()));
    }

    private Appearance rememberedAppearance() {
        try {
            return Appearance.valueOf(remembered.get(KEY, Appearance.SYSTEM.name()));
        } catch (IllegalArgumentException e) {
            return Appearance.SYSTEM;
        }
    }

    public Appearance appearance() {
        return appearance;
    }

    /** Shows it without remembering. */
    public void show(Appearance chosen) {
        appearance = chosen;
        Parent root = scene.getRoot();
        root.getStyleClass().removeAll(Styles.ROOT, Styles.DARK);
        root.getStyleClass().add(Styles.ROOT);
        if (chosen.isDark()) {
            root.getStyleClass().add(Styles.DARK);
        }
    }

    public void choose(Appearance chosen) {
        show(chosen);
        remembered.put(KEY, chosen.name());
        flush();
    }

    /** In percent of the usual size. */
    public int textSize() {
        return textSize;
    }

    public void nextTextSize() {
        chooseTextSize(TextSize.next(textSize));
    }

    public void largerText() {
        chooseTextSize(TextSize.larger(textSize));
    }

    public void smallerText() {
        chooseTextSize(TextSize.smaller(textSize));
    }

    public void usualText() {
        chooseTextSize(TextSize.USUAL);
    }

    private void chooseTextSize(int percent) {
        showTextSize(percent);
        remembered.putInt(TEXT_SIZE, percent);
        flush();
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

    private void flush() {
        try {
            remembered.flush();
        } catch (BackingStoreException e) {
            // It is shown all the same; only the next start will not know.
        }
    }
}
