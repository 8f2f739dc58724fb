package app.lacuna.messages;

import java.util.Locale;
import java.util.Map;

/** Sentences for what the program writes into files, in a language. {@code {slot}} is filled. */
public final class MessageBundle {
    private final Language language;
    private final Map<String, String> texts;

    /** English, if the language is not there. */
    public MessageBundle(Class<?> beside, Locale language) {
        this.language = Language.named(language.getLanguage()).orElse(Language.ENGLISH);
        texts = this.language.texts(beside.getPackageName(), "texts");
    }

    /** The one that they are in. */
    public Locale language() {
        return language.locale();
    }

    public boolean has(String key) {
        return texts.containsKey(key);
    }

    public String text(String key, Map<String, ?> slots) {
        String text = texts.get(key);
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
