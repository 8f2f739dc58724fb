package app.lacuna.cli;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.extract.Comparison;
import app.lacuna.extract.Comparison.Compared;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractOptions.Meaning;
import app.lacuna.extract.ExtractOptions.Space;
import app.lacuna.extract.ExtractOptions.Unprotected;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.ExtractedEntry.Result;
import app.lacuna.extract.Extractor;
import app.lacuna.selection.PathGlob;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import picocli.CommandLine.TypeConversionException;

/** What is taken out, where to and how, as options, and what is said of it. */
final class Extraction {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Option(
            names = "-d",
            paramLabel = "${bundle:param.FOLDER}",
            descriptionKey = "lacuna.extract.d")
    private Path folder = Path.of("");

    @Option(
            names = "--only",
            paramLabel = "${bundle:param.GLOB}",
            descriptionKey = "lacuna.extract.only",
            converter = GlobConverter.class)
    private List<PathGlob> only = List.of();

    @Option(
            names = "--on-conflict",
            paramLabel = "${bundle:param.RULE}",
            descriptionKey = "lacuna.extract.on-conflict",
            converter = RuleConverter.class)
    private Rule onConflict = Rule.FAIL;

    @Option(names = "--unprotected", descriptionKey = "unprotected")
    private boolean unprotected;

    @Option(names = "--owners", descriptionKey = "lacuna.extract.owners")
    private boolean owners;

    private int same;

    /** Whether not everything was asked for. */
    boolean isOfSome() {
        return !only.isEmpty();
    }

    /**
     * Takes out what was asked for, and says what became of it.
     *
     * @param archive where it comes from
     */
    ExtractReport run(OpenedArchive opened, Path archive, Space space, Terminal terminal)
            throws IOException {
        ExtractReport report = extract(opened, archive, space, terminal);
        if (onConflict == Rule.IF_DIFFERENT) {
            terminal.say(Words.text("extract.same", same));
        }
        write(report, terminal);
        return report;
    }

    private List<ArchiveEntry> chosen(OpenedArchive reader) {
        if (only.isEmpty()) {
            return reader.listing().entries();
        }
        List<ArchiveEntry> chosen =
                reader.listing().entries().stream()
                        .filter(entry -> only.stream().anyMatch(glob -> glob.matches(entry.path())))
                        .toList();
        if (chosen.isEmpty()) {
            throw new CommandLine.ParameterException(
                    spec.commandLine(), Words.text("extract.nothing"));
        }
        return chosen;
    }

    private ExtractReport extract(
            OpenedArchive reader, Path archive, Space space, Terminal terminal) throws IOException {
        List<ArchiveEntry> chosen = chosen(reader);
        try (ProgressBar bar = new ProgressBar(terminal)) {
            List<ArchiveEntry> wanted = chosen;
            if (onConflict == Rule.IF_DIFFERENT) {
                List<Compared> compared =
                        new Comparison(reader, folder, bar, terminal.cancel()).of(chosen);
                wanted = Comparison.differing(compared);
                same = chosen.size() - wanted.size();
            }
            ExtractOptions options =
                    ExtractOptions.of(folder, onConflict.rule)
                            .with(unprotected ? Unprotected.TAKE_OUT : Unprotected.LEAVE)
                            .with(space)
                            .with(owners ? Meaning.COPIES_WITH_OWNERS : Meaning.COPIES)
                            .leaving(LooseEnd.Kind.EXTRACTED, archive);
            return new Extractor(reader, options, bar, terminal.cancel()).extract(wanted);
        }
    }

    static void write(ExtractReport report, Terminal terminal) {
        terminal.out()
                .println(
                        Words.text(
                                "extract.done",
                                report.cameOut(),
                                report.entries().size(),
                                Words.size(report.bytes()),
                                PrintableName.of(report.folder().toString())));
        report.entries().stream()
                .filter(entry -> entry.result() != Result.EXTRACTED)
                .forEach(entry -> terminal.say(line(entry)));
        report.withoutAttributes()
                .forEach(
                        place ->
                                terminal.say(
                                        Words.text(
                                                "extract.without-attributes",
                                                PrintableName.of(place.toString()))));
        if (report.count(Result.UNPROTECTED) > 0) {
            terminal.say(Words.text("extract.unprotected-next"));
        }
        report.stopped().ifPresent(why -> FailureWords.of(why).forEach(terminal::say));
    }

    static String line(ExtractedEntry entry) {
        String path = PrintableName.of(entry.entry().path());
        String detail =
                switch (entry.result()) {
                    case EXTRACTED, SKIPPED, UNPROTECTED, NOT_REACHED -> "";
                    case EXTRACTED_RENAMED, EXTRACTED_ALTERED ->
                            PrintableName.of(entry.target().orElseThrow().toString());
                    case REFUSED -> Words.text("refusal." + entry.refusal().orElseThrow());
                    case DAMAGED, UNSUPPORTED, NOT_WRITTEN ->
                            FailureWords.brief(entry.cause().orElseThrow());
                };
        return Words.text("extract." + entry.result(), path, detail);
    }

    static ExitCode exitCode(ExtractReport report) {
        if (report.stopped().isPresent()) {
            return ExitCode.of(report.stopped().get());
        }
        if (report.count(Result.DAMAGED) > 0 || report.count(Result.UNPROTECTED) > 0) {
            return ExitCode.DAMAGED;
        }
        if (report.count(Result.REFUSED) > 0) {
            return ExitCode.REFUSED;
        }
        return report.isComplete() ? ExitCode.DONE : ExitCode.INCOMPLETE;
    }

    /** What happens where something is there already. */
    private enum Rule {
        SKIP(ConflictRule.SKIP),
        OVERWRITE(ConflictRule.OVERWRITE),
        KEEP_BOTH(ConflictRule.KEEP_BOTH),
        /** Compared first; only what differs is overwritten. */
        IF_DIFFERENT(ConflictRule.OVERWRITE),
        FAIL(ConflictRule.FAIL);

        private final ConflictRule rule;

        Rule(ConflictRule rule) {
            this.rule = rule;
        }
    }

    private static final class RuleConverter implements ITypeConverter<Rule> {
        @Override
        public Rule convert(String value) {
            return switch (value) {
                case "skip" -> Rule.SKIP;
                case "overwrite" -> Rule.OVERWRITE;
                case "keep-both" -> Rule.KEEP_BOTH;
                case "if-different" -> Rule.IF_DIFFERENT;
                case "fail" -> Rule.FAIL;
                default -> throw new TypeConversionException(Words.text("extract.rules"));
            };
        }
    }
}
