package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.receipt.LeftOutLine;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.job.PutBackJob;
import app.lacuna.job.RoundCheckJob;
import app.lacuna.job.RoundRun;
import app.lacuna.job.UndoJob;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Predicate;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What a run, a putting back, its taking back or a check has come to, in a strip of its own. */
final class RoundReports {
    private static final int NAMED = 6;

    private RoundReports() {}

    private static <T> VBox strip(
            String id,
            ObservableValue<Optional<T>> value,
            Predicate<T> good,
            Function<T, List<Node>> content) {
        VBox strip = new VBox(3);
        strip.setId(id);
        strip.getStyleClass().add("report");
        Runnable write =
                () -> {
                    strip.getChildren().clear();
                    strip.getStyleClass().remove("report-bad");
                    value.getValue().ifPresent(it -> strip.getChildren().setAll(content.apply(it)));
                    if (value.getValue().filter(good.negate()).isPresent()) {
                        strip.getStyleClass().add("report-bad");
                    }
                    strip.setVisible(!strip.getChildren().isEmpty());
                    strip.setManaged(strip.isVisible());
                };
        value.addListener((property, before, now) -> write.run());
        write.run();
        return strip;
    }

    private static Node line(boolean good, String title, List<Node> details, Button... buttons) {
        return new ReceiptLine(
                good ? Mark.Meaning.DONE : Mark.Meaning.STILL_READABLE, title, details, buttons);
    }

    static Region ofRun(RunModel model) {
        return strip("run-report", model.result(), RoundRun::isComplete, run -> ran(run, model));
    }

    private static List<Node> ran(RoundRun run, RunModel model) {
        List<Node> details = new ArrayList<>();
        details.add(Page.label(LockedReport.counts(run), Styles.SECONDARY));
        if (!run.removed().isEmpty()) {
            details.add(
                    Page.label(
                            Words.text("backup.run.removed", run.removed().size()),
                            Styles.SECONDARY));
        }
        LockedReport.warnings(run)
                .forEach(warning -> details.add(Page.label(warning, Styles.ATTENTION)));
        List<Node> nodes = new ArrayList<>();
        nodes.add(
                line(
                        run.isComplete(),
                        LockedReport.title(run),
                        details,
                        Page.button(
                                "run-report-close",
                                Words.text("backup.close"),
                                model::forgetResult)));
        if (!run.leftOut().isEmpty()) {
            nodes.add(LeftOutLine.of(run.leftOut()));
        }
        return nodes;
    }

    /** What has come to an end since, or shortly before, the backup was locked. */
    static Region ofLocked(BackupModel model) {
        return strip(
                "locked-report",
                model.reports().map(all -> Optional.of(all).filter(any -> !any.isEmpty())),
                reports -> reports.stream().allMatch(LockedReport::good),
                reports -> locked(reports, model::forgetReports));
    }

    private static List<Node> locked(List<LockedReport> reports, Runnable close) {
        List<Node> lines = new ArrayList<>();
        for (int i = 0; i < Math.min(NAMED, reports.size()); i++) {
            LockedReport report = reports.get(i);
            List<Node> details = new ArrayList<>();
            report.details().forEach(text -> details.add(Page.label(text, Styles.SECONDARY)));
            Button[] buttons =
                    i > 0
                            ? new Button[0]
                            : new Button[] {
                                Page.button("locked-close", Words.text("backup.close"), close)
                            };
            lines.add(line(report.good(), report.title(), details, buttons));
        }
        return lines;
    }

    /**
     * @param undo takes it back
     */
    static Region ofPutBack(MomentModel model, Runnable undo) {
        return strip(
                "put-back-report",
                model.done(),
                PutBackJob.Result::isComplete,
                result -> putBack(result, undo));
    }

    private static List<Node> putBack(PutBackJob.Result result, Runnable undo) {
        List<Node> details = new ArrayList<>();
        details.add(
                Page.label(
                        Words.text("backup.back.kept", PathNames.last(result.before())),
                        Styles.SECONDARY));
        details.addAll(
                named(
                        result.notOut().stream().map(RoundReports::notOut).toList(),
                        Styles.ATTENTION));
        details.addAll(
                named(
                        result.wrong().stream()
                                .map(
                                        path ->
                                                Words.text(
                                                        "backup.back.wrong",
                                                        PathNames.printable(path)))
                                .toList(),
                        Styles.READABLE));
        details.addAll(
                named(
                        result.withoutAttributes().stream()
                                .map(
                                        place ->
                                                Words.text(
                                                        "backup.back.without",
                                                        PathNames.last(place)))
                                .toList(),
                        Styles.SECONDARY));
        return List.of(
                line(
                        result.isComplete(),
                        Words.text("backup.back.done", result.putBack(), result.removed()),
                        details,
                        Page.button("put-back-undo", Words.text("backup.undo"), undo)));
    }

    private static String notOut(ExtractedEntry entry) {
        return Words.text("backup.back.not", PathNames.printable(entry.entry().path()));
    }

    private static List<Node> named(List<String> lines, String style) {
        List<Node> nodes = new ArrayList<>();
        lines.stream()
                .limit(NAMED)
                .forEach(line -> nodes.add(Page.label(PathNames.printable(line), style)));
        if (lines.size() > NAMED) {
            nodes.add(Page.label(Words.text("contents.more", lines.size() - NAMED), style));
        }
        return nodes;
    }

    static Region ofUndo(LookingBackModel model) {
        return strip("undo-report", model.undone(), RoundReports::isGood, RoundReports::undone);
    }

    static boolean isGood(UndoJob.Result result) {
        return result.edited().isEmpty() && result.back().isComplete();
    }

    private static List<Node> undone(UndoJob.Result result) {
        List<Node> details =
                named(
                        result.edited().stream()
                                .map(
                                        path ->
                                                Words.text(
                                                        "backup.undo.edited",
                                                        PathNames.printable(path)))
                                .toList(),
                        Styles.ATTENTION);
        return List.of(
                line(
                        isGood(result),
                        Words.text("backup.undo.done", result.back().cameOut(), result.removed()),
                        details));
    }

    /** Only what is wrong: that all is well stands at the foot. */
    static Region ofCheck(LookingBackModel model) {
        return strip(
                "check-report",
                model.reported(),
                all -> all.stream().noneMatch(RoundReports::isBad),
                all ->
                        all.stream()
                                .filter(RoundReports::isBad)
                                .limit(NAMED)
                                .map(RoundReports::bad)
                                .toList());
    }

    static boolean isBad(RoundCheckJob.Checked checked) {
        return checked.state() != RoundCheckJob.State.WHOLE || !checked.lost().isEmpty();
    }

    private static Node bad(RoundCheckJob.Checked checked) {
        List<Node> details = new ArrayList<>();
        left(checked).forEach(text -> details.add(Page.label(text, Styles.SECONDARY)));
        details.addAll(named(checked.lost(), Styles.ATTENTION));
        return line(false, title(checked), details);
    }

    static String title(RoundCheckJob.Checked checked) {
        return Words.text(
                "backup.check." + checked.state(), Dates.minute(checked.generation().time()));
    }

    /** How many of its files can be restored, if it is known how many there are. */
    static List<String> left(RoundCheckJob.Checked checked) {
        return checked.files() == 0
                ? List.of(Words.text("backup.check.again"))
                : List.of(
                        Words.text(
                                "backup.check.left",
                                checked.files() - checked.lost().size(),
                                checked.files()));
    }
}
