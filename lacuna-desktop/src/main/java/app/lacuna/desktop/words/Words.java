package app.lacuna.desktop.words;

import java.text.MessageFormat;
import java.util.Locale;
import java.util.ResourceBundle;

/** The texts of the window. */
public final class Words {
    private static final ResourceBundle BUNDLE =
            ResourceBundle.getBundle("app.lacuna.desktop.messages", Locale.ROOT);

    private Words() {}

    public static boolean has(String key) {
        return BUNDLE.containsKey(key);
    }

    public static String text(String key, Object... facts) {
        return new MessageFormat(BUNDLE.getString(key), Locale.ROOT).format(facts);
    }
}
