package app.lacuna.desktop.open;

import app.lacuna.base.ByteCount;
import app.lacuna.desktop.control.Page;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Words;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.ExtractedEntry.Result;
import java.util.List;
import java.util.Optional;
import javafx.scene.layout.VBox;

/** What came out, where to, and what did not and why. */
final class ExtractReportStrip extends VBox {
    private static final int SHOWN = 6;

    ExtractReportStrip(ExtractModel model) {
        super(3);
        setId("extract-report");
        getStyleClass().add("report");
        show(model.report().get());
        model.report().addListener((property, before, now) -> show(now));
    }

    private void show(Optional<ExtractReport> report) {
        setVisible(report.isPresent());
        setManaged(report.isPresent());
        getChildren().clear();
        report.ifPresent(this::fill);
    }

    private void fill(ExtractReport report) {
        getChildren()
                .addAll(
                        Page.label(
                                Words.text(
                                        "extract.done",
                                        report.cameOut(),
                                        report.entries().size(),
                                        ByteCount.inWords(report.bytes())),
                                report.isComplete() ? "report-done" : "message-what"),
                        Page.label(
                                Words.text("extract.readable", report.folder()), Styles.SECONDARY));
        List<ExtractedEntry> others =
                report.entries().stream()
                        .filter(entry -> entry.result() != Result.EXTRACTED)
                        .toList();
        others.stream()
                .limit(SHOWN)
                .forEach(entry -> getChildren().add(Page.label(line(entry), Styles.SECONDARY)));
        if (others.size() > SHOWN) {
            getChildren()
                    .add(
                            Page.label(
                                    Words.text("contents.more", others.size() - SHOWN),
                                    Styles.SECONDARY));
        }
    }

    private static String line(ExtractedEntry entry) {
        String detail =
                switch (entry.result()) {
                    case EXTRACTED, SKIPPED -> "";
                    case EXTRACTED_RENAMED -> entry.target().orElseThrow().getFileName().toString();
                    case REFUSED -> Words.text("refusal." + entry.refusal().orElseThrow());
                    case DAMAGED, UNSUPPORTED, NOT_WRITTEN ->
                            FailureText.of(entry.cause().orElseThrow()).what();
                };
        return Words.text("extract." + entry.result(), entry.entry().path(), detail);
    }
}
