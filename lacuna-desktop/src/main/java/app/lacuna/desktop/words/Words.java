package app.lacuna.desktop.words;

import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.util.ULocale;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.MissingResourceException;
import java.util.ResourceBundle;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;

/**
 * The texts of the window: whole sentences, with slots that have names, so that a translation can
 * put them in another order. Plurals follow the rules of the language; numbers and dates are
 * written as they are where the user lives.
 */
public final class Words {
    /** The language that the texts are written in, with the customs of the user's country. */
    static final ULocale LOCALE = locale(Locale.getDefault(Locale.Category.FORMAT));

    private static final Map<String, String> TEXTS = new HashMap<>();
    private static final Map<String, String[]> SLOTS = new HashMap<>();
    private static final Map<String, MessageFormat> FORMATS = new ConcurrentHashMap<>();

    static {
        for (Texts texts : ServiceLoader.load(Texts.class, Words.class.getClassLoader())) {
            ResourceBundle own = ResourceBundle.getBundle(texts.folder() + ".texts", Locale.ROOT);
            own.keySet().forEach(key -> TEXTS.put(key, own.getString(key)));
            ResourceBundle slots = ResourceBundle.getBundle(texts.folder() + ".slots", Locale.ROOT);
            slots.keySet().forEach(key -> SLOTS.put(key, slots.getString(key).split(" ")));
        }
    }

    private Words() {}

    /** Without a country: English as it is written in Europe. */
    static ULocale locale(Locale user) {
        String country = user.getCountry();
        return new ULocale(country.isEmpty() ? "en_150" : "en_" + country);
    }

    public static boolean has(String key) {
        return TEXTS.containsKey(key);
    }

    /** All of them. */
    static Set<String> keys() {
        return new TreeSet<>(TEXTS.keySet());
    }

    static String pattern(String key) {
        String pattern = TEXTS.get(key);
        if (pattern == null) {
            throw new MissingResourceException("no such text", Words.class.getName(), key);
        }
        return pattern;
    }

    static String[] slots(String key) {
        return SLOTS.getOrDefault(key, new String[0]);
    }

    /**
     * @param facts for the slots, in the order in which they are listed beside the texts; what a
     *     text has no slot for is left out
     */
    public static String text(String key, Object... facts) {
        MessageFormat format =
                FORMATS.computeIfAbsent(key, now -> new MessageFormat(pattern(now), LOCALE));
        String[] slots = slots(key);
        Map<String, Object> filled = new HashMap<>();
        for (int i = 0; i < Math.min(slots.length, facts.length); i++) {
            filled.put(slots[i], plain(facts[i]));
        }
        synchronized (format) {
            return format.format(filled);
        }
    }

    /** Numbers stay numbers; anything else is as it calls itself. */
    private static Object plain(Object fact) {
        return fact instanceof Number ? fact : String.valueOf(fact);
    }
}
