package app.lacuna.desktop.words;

import app.lacuna.messages.Language;
import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.util.ULocale;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.MissingResourceException;
import java.util.ResourceBundle;
import java.util.ServiceLoader;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;

/**
 * The texts of the window: whole sentences, with slots that have names, so that a translation can
 * put them in another order. Plurals follow the rules of the language; numbers and dates are
 * written as they are where the user lives.
 */
public final class Words {
    private static final List<String> FOLDERS = new ArrayList<>();
    private static final Map<String, String[]> SLOTS = new HashMap<>();

    static {
        for (Texts texts : ServiceLoader.load(Texts.class, Words.class.getClassLoader())) {
            FOLDERS.add(texts.folder());
            ResourceBundle slots = ResourceBundle.getBundle(texts.folder() + ".slots", Locale.ROOT);
            slots.keySet().forEach(key -> SLOTS.put(key, slots.getString(key).split(" ")));
        }
    }

    private static volatile Spoken spoken = new Spoken(Language.ENGLISH, text -> text);

    private Words() {}

    /** Everything that belongs to a language. */
    private static final class Spoken {
        final Language language;
        final ULocale locale;
        final UnaryOperator<String> mark;
        final Map<String, String> texts = new HashMap<>();
        final Map<String, MessageFormat> formats = new ConcurrentHashMap<>();

        Spoken(Language language, UnaryOperator<String> mark) {
            this.language = language;
            this.mark = mark;
            locale = locale(language, Locale.getDefault(Locale.Category.FORMAT));
            FOLDERS.forEach(folder -> texts.putAll(language.texts(folder, "texts")));
        }
    }

    /** Call it before the window is built: what has been written stays as it is. */
    public static void speak(Language language) {
        speak(language, text -> text);
    }

    /**
     * @param mark done to each sentence: makes those visible that nobody has translated
     */
    public static void speak(Language language, UnaryOperator<String> mark) {
        spoken = new Spoken(language, mark);
    }

    public static Language language() {
        return spoken.language;
    }

    /** With the customs of the user's country. */
    static ULocale locale() {
        return spoken.locale;
    }

    /** Without a country: English as it is written in Europe, others where they come from. */
    static ULocale locale(Language language, Locale user) {
        String country = user.getCountry();
        if (country.isEmpty()) {
            return new ULocale(language.equals(Language.ENGLISH) ? "en_150" : language.code());
        }
        return new ULocale(language.code() + "_" + country);
    }

    /** The packages that have texts. */
    static List<String> folders() {
        return List.copyOf(FOLDERS);
    }

    public static boolean has(String key) {
        return spoken.texts.containsKey(key);
    }

    /** All of them. */
    static Set<String> keys() {
        return new TreeSet<>(spoken.texts.keySet());
    }

    static String pattern(String key) {
        return pattern(spoken, key);
    }

    private static String pattern(Spoken now, String key) {
        String pattern = now.texts.get(key);
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
        Spoken now = spoken;
        MessageFormat format =
                now.formats.computeIfAbsent(
                        key, wanted -> new MessageFormat(pattern(now, wanted), now.locale));
        String[] slots = slots(key);
        Map<String, Object> filled = new HashMap<>();
        for (int i = 0; i < Math.min(slots.length, facts.length); i++) {
            filled.put(slots[i], plain(facts[i]));
        }
        synchronized (format) {
            return now.mark.apply(format.format(filled));
        }
    }

    /** Numbers stay numbers; anything else is as it calls itself. */
    private static Object plain(Object fact) {
        return fact instanceof Number ? fact : String.valueOf(fact);
    }
}
