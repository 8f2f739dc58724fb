package app.lacuna.cli;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.common.Secret;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.Extractor;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Standing;
import app.lacuna.job.Moment;
import app.lacuna.job.PutBackJob;
import app.lacuna.rounds.Round;
import app.lacuna.selection.PathGlob;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** lacuna round restore. */
@Command(name = "restore", sortOptions = false)
final class RoundRestoreCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Mixin private NamedRound named;

    @Option(names = "--at", paramLabel = "${bundle:param.WHEN}", descriptionKey = "round.at")
    private String at = "";

    @Option(
            names = "--only",
            paramLabel = "${bundle:param.GLOB}",
            descriptionKey = "lacuna.extract.only",
            converter = GlobConverter.class)
    private List<PathGlob> only = List.of();

    @Option(names = "-d", paramLabel = "${bundle:param.FOLDER}", descriptionKey = "round.restore.d")
    private Optional<Path> elsewhere = Optional.empty();

    @Option(names = "--in-place", descriptionKey = "round.restore.in-place")
    private boolean inPlace;

    @Option(names = "--remove-new", descriptionKey = "round.restore.remove-new")
    private boolean removeNew;

    @Option(names = "--compare", descriptionKey = "round.restore.compare")
    private boolean compare;

    @Mixin private PasswordSource passwords;

    RoundRestoreCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        int ways = (elsewhere.isPresent() ? 1 : 0) + (inPlace ? 1 : 0) + (compare ? 1 : 0);
        if (ways != 1 || (removeNew && !inPlace)) {
            throw new ParameterException(spec.commandLine(), Words.text("round.restore.where"));
        }
        Round round = named.round();
        GenerationStore store = named.store();
        Generation generation = named.at(store, at);
        try (Secret password = passwords.forOpening(terminal, generation.file());
                Moment moment = open(store, generation, password)) {
            moment.broken().forEach(id -> terminal.say(Words.text("round.restore.broken", id)));
            return elsewhere.isPresent()
                    ? takeOut(moment, elsewhere.get())
                    : putBack(round, moment, password);
        }
    }

    private Moment open(GenerationStore store, Generation generation, Secret password)
            throws IOException {
        try (ProgressBar bar = new ProgressBar(terminal)) {
            return Moment.open(store, generation, password, bar, terminal.cancel());
        }
    }

    private boolean isChosen(String path) {
        return only.isEmpty() || only.stream().anyMatch(glob -> glob.matches(path));
    }

    private int takeOut(Moment moment, Path folder) throws IOException {
        List<ArchiveEntry> chosen =
                moment.archive().listing().entries().stream()
                        .filter(entry -> isChosen(entry.path()))
                        .toList();
        ExtractOptions options =
                ExtractOptions.of(folder, ConflictRule.FAIL)
                        .with(ExtractOptions.Meaning.COPIES_WITH_OWNERS);
        ExtractReport report;
        try (ProgressBar bar = new ProgressBar(terminal)) {
            report =
                    new Extractor(moment.archive(), options, bar, terminal.cancel())
                            .extract(chosen);
        }
        Extraction.write(report, terminal);
        return Extraction.exitCode(report).number();
    }

    private int putBack(Round round, Moment moment, Secret password) throws IOException {
        try (ProgressBar bar = new ProgressBar(terminal)) {
            PutBackJob job =
                    new PutBackJob(
                            round, moment, Clock.systemDefaultZone(), bar, terminal.cancel());
            PutBackJob.Plan plan = job.plan(this::isChosen, removeNew);
            if (compare) {
                return show(plan, moment);
            }
            if (plan.isNothing()) {
                terminal.out().println(Words.text("round.restore.nothing"));
                return ExitCode.DONE.number();
            }
            return report(job.run(plan, password));
        }
    }

    private int show(PutBackJob.Plan plan, Moment moment) {
        for (Standing.Compared each : plan.files()) {
            terminal.out()
                    .println(
                            Words.text(
                                    "round.state." + each.state(),
                                    PrintableName.of(each.line().path())));
        }
        plan.standing()
                .added()
                .forEach(
                        item ->
                                terminal.out()
                                        .println(
                                                Words.text(
                                                        "round.state.NEW",
                                                        PrintableName.of(item.path()))));
        terminal.say(
                Words.text(
                        "round.compare.sum",
                        RoundText.time(moment.generation().time()),
                        plan.standing().count(Standing.State.SAME),
                        plan.standing().count(Standing.State.CHANGED),
                        plan.standing().count(Standing.State.GONE),
                        plan.standing().added().size()));
        return ExitCode.DONE.number();
    }

    private int report(PutBackJob.Result result) {
        terminal.out()
                .println(
                        Words.text(
                                "round.restore.done",
                                result.putBack(),
                                result.removed(),
                                PrintableName.of(result.before().toString())));
        for (ExtractedEntry each : result.notOut()) {
            terminal.say(Extraction.line(each));
        }
        result.withoutAttributes()
                .forEach(
                        place ->
                                terminal.say(
                                        Words.text(
                                                "extract.without-attributes",
                                                PrintableName.of(place.toString()))));
        result.wrong()
                .forEach(
                        path ->
                                terminal.say(
                                        Words.text("round.restore.wrong", PrintableName.of(path))));
        return (result.isComplete() ? ExitCode.DONE : ExitCode.INCOMPLETE).number();
    }
}
