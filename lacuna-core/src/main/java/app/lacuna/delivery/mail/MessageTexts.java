package app.lacuna.delivery.mail;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;

/** The sentences of messages, in a language. */
final class MessageTexts {
    private final Properties texts = new Properties();

    /** English, if the language is not there. */
    MessageTexts(Locale language) {
        String own = "texts_" + language.getLanguage() + ".properties";
        boolean there = MessageTexts.class.getResource(own) != null;
        try (InputStream in =
                MessageTexts.class.getResourceAsStream(there ? own : "texts.properties")) {
            texts.load(new InputStreamReader(in, StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    String text(String key, Map<String, ?> slots) {
        String text = texts.getProperty(key);
        if (text == null) {
            throw new IllegalArgumentException(key);
        }
        for (Map.Entry<String, ?> slot : slots.entrySet()) {
            text = text.replace("{" + slot.getKey() + "}", String.valueOf(slot.getValue()));
        }
        return text;
    }
}
