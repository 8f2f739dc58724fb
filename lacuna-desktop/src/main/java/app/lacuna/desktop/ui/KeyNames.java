package app.lacuna.desktop.ui;

import app.lacuna.desktop.words.Words;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.scene.input.KeyCombination;

/** Keys, written as {@code Ctrl+Shift+D} everywhere in the program. */
public final class KeyNames {
    private static final boolean IS_MAC =
            System.getProperty("os.name", "").toLowerCase(Locale.ROOT).contains("mac");

    private KeyNames() {}

    /** "Shortcut" is Ctrl, or the key that takes its place on a Mac. */
    public static KeyCombination combination(String keys) {
        return KeyCombination.valueOf(keys.replace("Ctrl", "Shortcut"));
    }

    /** As it is printed on the keys of this computer, where the language is spoken. */
    public static String shown(String keys) {
        return IS_MAC
                ? combination(keys).getDisplayText()
                : Stream.of(keys.split("[+]"))
                        .map(key -> Words.has("cap." + key) ? Words.text("cap." + key) : key)
                        .collect(Collectors.joining("+"));
    }
}
