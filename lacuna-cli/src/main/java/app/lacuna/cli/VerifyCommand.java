package app.lacuna.cli;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.job.VerifyJob;
import app.lacuna.staging.Existing;
import app.lacuna.staging.OwnersFile;
import app.lacuna.verify.DigestList;
import app.lacuna.verify.ProofEntry;
import app.lacuna.verify.ProofJson;
import app.lacuna.verify.ProofReport;
import app.lacuna.verify.Verdict;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** lacuna verify. */
@Command(name = "verify", sortOptions = false)
final class VerifyCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Mixin private Opening opening;

    @Option(names = "--against", paramLabel = "${bundle:param.FOLDER}")
    private Optional<Path> against = Optional.empty();

    @Option(names = "--digests", paramLabel = "${bundle:param.FILE}")
    private Optional<Path> digests = Optional.empty();

    @Option(names = "--json")
    private boolean json;

    VerifyCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        try (Opened opened = Opened.of(opening, terminal)) {
            ProofReport report = verify(opened.archive());
            if (digests.isPresent()) {
                keepDigests(report, opened.archive());
            }
            if (json) {
                Json.object(
                        terminal.out(),
                        out -> {
                            out.writeStringField("archive", opening.archive().toString());
                            ProofJson.write(out, report);
                        });
            } else {
                writeText(report);
            }
            return exitCode(report).number();
        }
    }

    private ProofReport verify(OpenedArchive archive) throws IOException {
        try (ProgressBar bar = new ProgressBar(terminal)) {
            VerifyJob job = new VerifyJob(archive, bar, terminal.cancel());
            return (digests.isPresent() ? job.withDigests() : job).run(against);
        }
    }

    /** Names and digests say what is in the archive: readable for the owner only. */
    private void keepDigests(ProofReport report, OpenedArchive archive) throws IOException {
        OwnersFile.write(
                digests.get(),
                DigestList.of(report, archive.listing().entries()),
                Existing.KEEP,
                LooseEnd.Kind.EXPORT,
                Optional.of(opening.archive()));
        terminal.say(Words.text("verify.digests", PrintableName.of(digests.get().toString())));
    }

    private void writeText(ProofReport report) {
        Verdict good = report.good(against.isPresent());
        report.entries().stream()
                .filter(entry -> entry.verdict() != good)
                .forEach(entry -> terminal.out().println(line(entry)));
        terminal.out()
                .println(
                        Words.text(
                                "verify.sum." + good, report.count(good), report.entries().size()));
    }

    private ExitCode exitCode(ProofReport report) {
        if (report.count(Verdict.DAMAGED) > 0
                || report.count(Verdict.DIFFERS) > 0
                || report.count(Verdict.UNPROTECTED) > 0) {
            return ExitCode.DAMAGED;
        }
        if (report.count(Verdict.UNSUPPORTED) > 0) {
            return ExitCode.INCOMPLETE;
        }
        boolean same = against.isEmpty() || report.allIdentical();
        return same ? ExitCode.DONE : ExitCode.FAILED;
    }

    static String line(ProofEntry entry) {
        String verdict = Words.text("verdict." + entry.verdict());
        String path = PrintableName.of(entry.path());
        return entry.cause().isPresent()
                ? Words.text(
                        "verify.line-cause", verdict, path, FailureWords.brief(entry.cause().get()))
                : Words.text("verify.line", verdict, path);
    }
}
