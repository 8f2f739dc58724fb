package app.lacuna.cli;

import app.lacuna.common.ByteCount;
import app.lacuna.messages.Language;
import app.lacuna.state.Settings;
import java.text.MessageFormat;
import java.util.Collections;
import java.util.Enumeration;
import java.util.Locale;
import java.util.Map;
import java.util.ResourceBundle;
import org.jspecify.annotations.Nullable;

/** The texts of the command line, in the language that is spoken. */
final class Words {
    private static volatile Spoken spoken = new Spoken(Language.ENGLISH);

    private Words() {}

    /** Everything that belongs to a language. English numbers are those of the Java platform. */
    private static final class Spoken {
        final Language language;
        final Locale numbers;
        final Map<String, String> texts;

        Spoken(Language language) {
            this.language = language;
            numbers = language.equals(Language.ENGLISH) ? Locale.ROOT : language.locale();
            texts = language.texts("app.lacuna.cli", "messages");
        }
    }

    /** As the environment, the settings or the system have it. */
    static void speakAsSet() {
        speak(
                Language.spoken(
                        System.getenv(),
                        Settings.ofThisUser().get("language"),
                        Locale.getDefault(Locale.Category.DISPLAY)));
    }

    static void speak(Language language) {
        spoken = new Spoken(language);
    }

    static Language language() {
        return spoken.language;
    }

    /** For the library that writes the help. */
    static ResourceBundle bundle() {
        return new ResourceBundle() {
            private final Map<String, String> texts = spoken.texts;

            @Override
            protected @Nullable Object handleGetObject(String key) {
                return texts.get(key);
            }

            @Override
            public Enumeration<String> getKeys() {
                return Collections.enumeration(texts.keySet());
            }
        };
    }

    static boolean has(String key) {
        return spoken.texts.containsKey(key);
    }

    static String text(String key, Object... facts) {
        Spoken now = spoken;
        String pattern = now.texts.get(key);
        if (pattern == null) {
            throw new IllegalArgumentException("no such text: " + key);
        }
        return new MessageFormat(pattern, now.numbers).format(facts);
    }

    /** Three figures and a unit at most, as the language writes them. */
    static String size(long bytes) {
        return bytes < 1000 ? text("size.bytes", bytes) : ByteCount.inWords(bytes, spoken.numbers);
    }
}
