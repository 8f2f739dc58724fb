package app.lacuna.desktop.ui;

import app.lacuna.desktop.words.Words;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/**
 * A sentence of a brief on its way onto the page: some of its slots are plain facts, others become
 * words that stand out or can be clicked. Where each stands is up to the text.
 */
public final class Sentence {
    /** Characters that no text has: each stands for one word until the sentence is in order. */
    private static final char FIRST = '\uE000';

    private final String key;
    private final List<Object> facts = new ArrayList<>();
    private final List<Consumer<BriefLine>> words = new ArrayList<>();

    public Sentence(String key) {
        this.key = key;
    }

    /** The next slot is this, as it is. */
    public Sentence fact(Object fact) {
        facts.add(fact);
        return this;
    }

    /** The next slot is for {@code select}. */
    public Sentence when(boolean condition) {
        return fact(condition ? "yes" : "no");
    }

    /** The next slot is what this puts onto the page. */
    public Sentence word(Consumer<BriefLine> word) {
        facts.add(String.valueOf((char) (FIRST + words.size())));
        words.add(word);
        return this;
    }

    public void into(BriefLine line) {
        String text = Words.text(key, facts.toArray());
        int from = 0;
        for (int i = 0; i < text.length(); i++) {
            int word = text.charAt(i) - FIRST;
            if (word < 0 || word >= words.size()) {
                continue;
            }
            if (i > from) {
                line.say(text.substring(from, i));
            }
            words.get(word).accept(line);
            from = i + 1;
        }
        if (from < text.length()) {
            line.say(text.substring(from));
        }
    }
}
