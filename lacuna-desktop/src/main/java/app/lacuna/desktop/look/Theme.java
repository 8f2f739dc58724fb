package app.lacuna.desktop.look;

import java.util.List;
import java.util.prefs.BackingStoreException;
import java.util.prefs.Preferences;
import javafx.scene.Parent;
import javafx.scene.Scene;

/** Puts the style sheets on a scene, in light or dark, and remembers the switch. */
public final class Theme {
    private static final List<String> SHEETS =
            List.of("tokens.css", "controls.css", "page.css", "tree.css");
    private static final String KEY = "appearance";

    private final Scene scene;
    private final Preferences remembered = Preferences.userRoot().node("app/lacuna/desktop");
    private Appearance appearance;

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
        try {
            remembered.flush();
        } catch (BackingStoreException e) {
            // It is shown all the same; only the next start will not know.
        }
    }
}
