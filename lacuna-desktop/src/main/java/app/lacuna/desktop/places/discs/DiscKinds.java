package app.lacuna.desktop.places.discs;

import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscTable.Count;

/** Kinds of discs in words. */
final class DiscKinds {
    private DiscKinds() {}

    /** "DVD 4.7 GB". */
    static String name(DiscKind kind) {
        return kind.name().isEmpty()
                ? Words.text("discs.kind.own", Sizes.inWords(kind.bytes()))
                : Words.text("discs.kind." + kind.name());
    }

    /** "3 DVDs", "2 to 3 DVDs". */
    static String count(DiscKind kind, Count count) {
        String key = "discs.count." + (kind.name().isEmpty() ? "own" : kind.name());
        return Words.text(
                key,
                count.fewest(),
                count.most(),
                count.isExact() ? "yes" : "no",
                Sizes.inWords(kind.bytes()));
    }

    /** "3", "14 to 15", or a dash. */
    static String number(Count count) {
        if (!count.isPossible()) {
            return Words.text("discs.impossible");
        }
        return Words.text(
                "discs.number", count.fewest(), count.most(), count.isExact() ? "yes" : "no");
    }
}
