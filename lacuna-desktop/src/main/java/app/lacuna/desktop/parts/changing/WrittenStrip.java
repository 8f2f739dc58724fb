package app.lacuna.desktop.parts.changing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.RewriteResult;
import app.lacuna.verify.Verdict;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** What was written into the archive last, and what is proved of it. */
public final class WrittenStrip extends VBox {
    /**
     * @param result absent if nothing was written since the archive was opened
     */
    public WrittenStrip(Optional<RewriteResult> result) {
        setId("written");
        getStyleClass().add("report");
        setVisible(result.isPresent());
        managedProperty().bind(visibleProperty());
        result.ifPresent(this::fill);
    }

    private void fill(RewriteResult result) {
        List<Label> details = new ArrayList<>();
        details.add(
                Page.label(
                        Words.text(
                                "written.proved",
                                result.proof().entries().size(),
                                Sizes.inWords(result.archiveBytes())),
                        Styles.SECONDARY));
        int copied = result.proof().count(Verdict.COPIED);
        if (copied > 0) {
            details.add(Page.label(Words.text("written.copied", copied), Styles.SECONDARY));
        }
        result.keptInstead()
                .ifPresent(
                        older ->
                                details.add(
                                        Page.label(
                                                Words.text(
                                                        "receipt.kept-instead.line",
                                                        PathNames.last(older)),
                                                Styles.SECONDARY)));
        boolean complete = result.leftOut().isEmpty();
        Button seen = Page.link("written-seen", Words.text("notice.seen"), () -> setVisible(false));
        getChildren()
                .setAll(
                        new ReceiptLine(
                                complete ? Mark.Meaning.DONE : Mark.Meaning.STILL_READABLE,
                                Words.text("written.title", PathNames.last(result.archive())),
                                details,
                                seen));
    }
}
