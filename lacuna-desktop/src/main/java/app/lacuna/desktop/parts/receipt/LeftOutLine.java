package app.lacuna.desktop.parts.receipt;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Mark.Meaning;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.LeftOut;
import java.util.List;
import java.util.stream.Collectors;

/** The line of a receipt that says what was left out, and why. */
public final class LeftOutLine {
    private static final int NAMED = 4;

    private LeftOutLine() {}

    /**
     * @param leftOut at least one
     */
    public static ReceiptLine of(List<LeftOut> leftOut) {
        String names =
                leftOut.stream()
                        .limit(NAMED)
                        .map(LeftOutLine::words)
                        .collect(Collectors.joining("; "));
        return new ReceiptLine(
                Meaning.STILL_READABLE,
                Words.text("receipt.left-out.title", leftOut.size()),
                List.of(
                        Page.label(
                                Words.text(
                                        "receipt.left-out.line",
                                        names,
                                        Math.max(0, leftOut.size() - NAMED)),
                                Styles.SECONDARY)));
    }

    private static String words(LeftOut left) {
        return Words.text(
                "receipt.left-out.item",
                PathNames.last(left.source()),
                Words.text("left-out." + left.reason()));
    }
}
