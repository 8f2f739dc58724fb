package app.lacuna.cli;

import java.text.MessageFormat;
import java.util.Locale;
import java.util.ResourceBundle;

/** The texts of the command line. */
final class Words {
    private static final ResourceBundle BUNDLE =
            ResourceBundle.getBundle("app.lacuna.cli.messages", Locale.ROOT);

    private Words() {}

    static ResourceBundle bundle() {
        return BUNDLE;
    }

    static boolean has(String key) {
        return BUNDLE.containsKey(key);
    }

    static String text(String key, Object... facts) {
        return new MessageFormat(BUNDLE.getString(key), Locale.ROOT).format(facts);
    }
}
