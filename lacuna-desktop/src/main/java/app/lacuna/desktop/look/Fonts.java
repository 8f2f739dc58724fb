package app.lacuna.desktop.look;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import javafx.scene.text.Font;

/** Loads the fonts that are shipped with the program. */
public final class Fonts {
    private static final List<String> FILES =
            List.of(
                    "SourceSerif4-Regular",
                    "SourceSerif4-SemiBold",
                    "IBMPlexSans-Regular",
                    "IBMPlexSans-SemiBold",
                    "IBMPlexMono-Regular",
                    "IBMPlexMono-SemiBold");

    private Fonts() {}

    public static void load() {
        for (String file : FILES) {
            try (InputStream in =
                    Fonts.class.getResourceAsStream("/app/lacuna/desktop/fonts/" + file + ".ttf")) {
                if (Font.loadFont(in, 13) == null) {
                    throw new IllegalStateException("a font can not be read: " + file);
                }
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /** The file of a font, to be put into a document. */
    public static byte[] bytes(String file) throws IOException {
        try (InputStream in =
                Fonts.class.getResourceAsStream("/app/lacuna/desktop/fonts/" + file + ".ttf")) {
            return in.readAllBytes();
        }
    }
}
