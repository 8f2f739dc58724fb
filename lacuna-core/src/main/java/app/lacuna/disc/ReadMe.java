package app.lacuna.disc;

import app.lacuna.common.ByteCount;
import app.lacuna.messages.MessageBundle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** The text on a disc that says what it is, and how it is opened when nobody remembers. */
final class ReadMe {
    private static final int LINE = 78;

    private final DiscFacts facts;
    private final MessageBundle sentences;

    ReadMe(DiscFacts facts, Locale language) {
        this.facts = facts;
        this.sentences = new MessageBundle(ReadMe.class, language);
    }

    /** In lines that any editor shows. */
    String text() {
        List<String> paragraphs = new ArrayList<>();
        paragraphs.add(say("read-me.title"));
        paragraphs.add(say(facts.count() == 1 ? "read-me.one" : "read-me.set"));
        if (facts.isForRecovery()) {
            paragraphs.add(say("read-me.for-recovery"));
        } else {
            paragraphs.add(
                    say(
                            facts.spread() == DiscFacts.Spread.OPEN_ALONE
                                    ? "read-me.alone"
                                    : "read-me.together"));
            paragraphs.add(say(facts.isLocked() ? "read-me.page" : "read-me.page-open"));
            paragraphs.add(say(facts.isLocked() ? "read-me.other" : "read-me.other-open"));
        }
        if (facts.isLocked()) {
            paragraphs.add(say("read-me.password"));
            facts.hint().ifPresent(hint -> paragraphs.add(say("read-me.hint")));
        }
        paragraphs.add(say(recovery()));
        paragraphs.add(say("read-me.checksums"));
        StringBuilder text = new StringBuilder();
        paragraphs.forEach(paragraph -> text.append(wrapped(paragraph)).append("\r\n"));
        return text.toString();
    }

    private String recovery() {
        if (facts.recoveryDiscs() > 0) {
            return facts.recoveryDiscs() == 1 ? "read-me.one-may-go" : "read-me.some-may-go";
        }
        return facts.scratchBytes() > 0 ? "read-me.scratches" : "read-me.no-recovery";
    }

    private String say(String key) {
        return sentences.text(
                key,
                Map.of(
                        "label", facts.label().text(),
                        "disc", facts.label().of(facts.number()),
                        "number", facts.number(),
                        "count", facts.count(),
                        "recovery", facts.recoveryDiscs(),
                        "first", facts.count() - facts.recoveryDiscs() + 1,
                        "date", facts.date(),
                        "scratch", ByteCount.inWords(facts.scratchBytes(), sentences.language()),
                        "hint", facts.hint().orElse("")));
    }

    private static String wrapped(String paragraph) {
        StringBuilder lines = new StringBuilder();
        int length = 0;
        for (String word : paragraph.split(" ")) {
            if (length > 0 && length + 1 + word.length() > LINE) {
                lines.append("\r\n");
                length = 0;
            }
            lines.append(length > 0 ? " " : "").append(word);
            length += (length > 0 ? 1 : 0) + word.length();
        }
        return lines.append("\r\n").toString();
    }
}
