package app.lacuna.files;

import java.nio.file.Path;
import java.text.Normalizer;
import java.util.Locale;

/** Names as file systems compare them that ignore case or the form of characters. */
public final class CaseFolding {
    private CaseFolding() {}

    public static String of(Path path) {
        return Normalizer.normalize(path.toString(), Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
    }
}
