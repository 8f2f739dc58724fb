package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.extract.ExtractReport;
import app.lacuna.generations.Generation;
import app.lacuna.job.PutBackJob;
import app.lacuna.job.RoundCheckJob.Checked;
import app.lacuna.job.RoundRun;
import app.lacuna.job.UndoJob;
import java.util.ArrayList;
import java.util.List;

/**
 * The result of a job without the name of any file: it is shown while the backup is locked.
 *
 * @param good whether nothing is left to be done about it
 */
record LockedReport(boolean good, String title, List<String> details) {
    LockedReport {
        details = List.copyOf(details);
    }

    static LockedReport of(RoundRun run) {
        List<String> details = new ArrayList<>();
        details.add(counts(run));
        if (!run.removed().isEmpty()) {
            details.add(Words.text("backup.run.removed", run.removed().size()));
        }
        details.addAll(warnings(run));
        if (!run.leftOut().isEmpty()) {
            details.add(Words.text("receipt.left-out.title", run.leftOut().size()));
        }
        return new LockedReport(run.isComplete(), title(run), details);
    }

    static String title(RoundRun run) {
        return run.made().isEmpty()
                ? Words.text("backup.run.same", Dates.minute(run.latest().time()))
                : Words.text(
                        "backup.run.done",
                        run.latest().kind() == Generation.Kind.WHOLE ? "yes" : "no",
                        Sizes.inWords(run.bytes()));
    }

    static String counts(RoundRun run) {
        return Words.text(
                "backup.run.counts",
                run.counts().added(),
                run.counts().changed(),
                run.counts().renamed(),
                run.counts().gone(),
                run.counts().same());
    }

    static List<String> warnings(RoundRun run) {
        List<String> warnings = new ArrayList<>();
        if (!run.brokenBefore().isEmpty()) {
            warnings.add(Words.text("backup.run.broken", run.brokenBefore().size()));
        }
        if (!run.unsteady().isEmpty()) {
            warnings.add(Words.text("backup.run.changing", run.unsteady().size()));
        }
        if (run.notRemoved() > 0) {
            warnings.add(Words.text("backup.run.not-removed", run.notRemoved()));
        }
        return warnings;
    }

    /** Of what a check has found: a line for each generation that has a fault. */
    static List<LockedReport> of(List<Checked> all) {
        List<LockedReport> reports =
                all.stream()
                        .filter(RoundReports::isBad)
                        .map(
                                checked ->
                                        new LockedReport(
                                                false,
                                                RoundReports.title(checked),
                                                RoundReports.left(checked)))
                        .toList();
        return reports.isEmpty()
                ? List.of(
                        new LockedReport(
                                true,
                                Words.text("backup.status.all", all.size(), "yes"),
                                List.of()))
                : reports;
    }

    static LockedReport of(PutBackJob.Result result) {
        int not = result.notOut().size() + result.wrong().size();
        List<String> details = new ArrayList<>();
        if (not > 0) {
            details.add(Words.text("backup.locked.not-back", not));
        }
        if (!result.withoutAttributes().isEmpty()) {
            details.add(Words.text("backup.locked.attributes", result.withoutAttributes().size()));
        }
        return new LockedReport(
                result.isComplete(),
                Words.text("backup.back.done", result.putBack(), result.removed()),
                details);
    }

    static LockedReport of(UndoJob.Result result) {
        int left = result.edited().size();
        return new LockedReport(
                RoundReports.isGood(result),
                Words.text("backup.undo.done", result.back().cameOut(), result.removed()),
                left == 0 ? List.of() : List.of(Words.text("backup.locked.edited", left)));
    }

    /** Of an extraction, which locking has cancelled if it was not at its end. */
    static LockedReport of(ExtractReport report) {
        return new LockedReport(
                report.isComplete(),
                Words.text("backup.locked.extracted", report.cameOut()),
                report.cameOut() == 0
                        ? List.of()
                        : List.of(Words.text("backup.locked.extracted.readable")));
    }

    static LockedReport of(Throwable failure) {
        FailureText text = FailureText.withoutInside(failure);
        return new LockedReport(false, text.what(), List.of(text.safe(), text.next()));
    }
}
