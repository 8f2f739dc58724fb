package app.lacuna.base;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;

/**
 * Sentences for what the program writes into files, in a language. They stand in {@code
 * texts.properties} beside a class, and in {@code texts_de.properties} and so on; {@code {slot}} is
 * filled.
 */
public final class Sentences {
    private final Properties texts = new Properties();

    /** English, if the language is not there. */
    public Sentences(Class<?> beside, Locale language) {
        String own = "texts_" + language.getLanguage() + ".properties";
        boolean there = beside.getResource(own) != null;
        try (InputStream in = beside.getResourceAsStream(there ? own : "texts.properties")) {
            texts.load(new InputStreamReader(in, StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public String text(String key, Map<String, ?> slots) {
        String text = texts.getProperty(key);
        if (text == null) {
            throw new IllegalArgumentException(key);
        }
        for (Map.Entry<String, ?> slot : slots.entrySet()) {
            text = text.replace("{" + slot.getKey() + "}", String.valueOf(slot.getValue()));
        }
        return text;
    }

    public String text(String key) {
        return text(key, Map.of());
    }
}
