package app.lacuna.desktop.parts.taking;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.clearing.ClearModel;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.ExtractedEntry.Result;
import app.lacuna.looseends.Stays;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What came out, where to, and what did not and why. */
public final class ExtractReportStrip extends VBox {
    private static final int SHOWN = 6;

    private final Button clear;
    private final Button unprotected;

    private final ExtractModel model;

    public ExtractReportStrip(ExtractModel model) {
        super(3);
        this.model = model;
        unprotected =
                Page.button(
                        "take-unprotected",
                        Words.text("extract.take-unprotected"),
                        model::takeUnprotected);

        clear = Page.button("clear-copies", Words.text("extract.clear"), model::clearCopies);
        setId("extract-report");
        getStyleClass().add("report");
        show(model.report().get());
        model.report().addListener((property, before, now) -> show(now));
        model.cleared().addListener((property, before, now) -> now.ifPresent(this::showCleared));
    }

    private void showCleared(ClearModel.Done cleared) {
        setVisible(true);
        setManaged(true);
        getChildren()
                .setAll(
                        new ReceiptLine(
                                Mark.Meaning.DONE,
                                Words.text("extract.cleared", cleared.count()),
                                List.of()));
        int linked =
                cleared.reports().stream()
                        .mapToInt(report -> report.linkedElsewhere().size())
                        .sum();
        if (linked > 0) {
            getChildren().add(Page.label(Words.text("extract.linked", linked), Styles.ATTENTION));
        }
        cleared.stays().stream()
                .filter(stay -> stay.why() != Stays.NOT_EMPTY)
                .limit(SHOWN)
                .forEach(
                        stay ->
                                getChildren()
                                        .add(
                                                Page.label(
                                                        Words.text(
                                                                "extract.not-cleared",
                                                                PathNames.last(stay.path()),
                                                                Words.text("stays." + stay.why())),
                                                        Styles.ATTENTION)));
    }

    private void show(Optional<ExtractReport> report) {
        setVisible(report.isPresent());
        setManaged(report.isPresent());
        getChildren().clear();
        report.ifPresent(this::fill);
    }

    private void fill(ExtractReport report) {
        boolean complete = report.isComplete();
        getChildren()
                .add(
                        new ReceiptLine(
                                complete ? Mark.Meaning.DONE : Mark.Meaning.STILL_READABLE,
                                Words.text(
                                        "extract.done",
                                        report.cameOut(),
                                        report.entries().size(),
                                        Sizes.inWords(report.bytes())),
                                List.of(readable(report))));
        List<ExtractedEntry> others =
                report.entries().stream()
                        .filter(entry -> entry.result() != Result.EXTRACTED)
                        .toList();
        others.stream()
                .limit(SHOWN)
                .forEach(entry -> getChildren().add(Page.label(line(entry), Styles.SECONDARY)));
        if (report.count(Result.UNPROTECTED) > 0) {
            getChildren()
                    .addAll(
                            Page.label(Words.text("extract.unprotected"), Styles.READABLE),
                            unprotected);
        }
        if (others.size() > SHOWN) {
            getChildren()
                    .add(
                            Page.label(
                                    Words.text("contents.more", others.size() - SHOWN),
                                    Styles.SECONDARY));
        }
    }

    /** What came out can be read by everybody who can read the folder. */
    private HBox readable(ExtractReport report) {
        String key = model.hasCopies() ? "extract.readable" : "extract.restored";
        Label words =
                Page.label(Words.text(key, PathNames.known(report.folder())), Styles.SECONDARY);
        words.setMinWidth(0);
        words.setMinHeight(Region.USE_PREF_SIZE);
        words.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(words, Priority.ALWAYS);
        HBox row = new HBox(12, words, clear);
        row.setAlignment(Pos.CENTER_LEFT);
        clear.setVisible(model.hasCopies());
        return row;
    }

    private static String line(ExtractedEntry entry) {
        String detail =
                switch (entry.result()) {
                    case EXTRACTED, SKIPPED, UNPROTECTED, NOT_REACHED -> "";
                    case EXTRACTED_RENAMED, EXTRACTED_ALTERED ->
                            entry.target().orElseThrow().getFileName().toString();
                    case REFUSED -> Words.text("refusal." + entry.refusal().orElseThrow());
                    case DAMAGED, UNSUPPORTED, NOT_WRITTEN ->
                            FailureText.of(entry.cause().orElseThrow()).what();
                };
        return Words.text("extract." + entry.result(), entry.entry().path(), detail);
    }
}
