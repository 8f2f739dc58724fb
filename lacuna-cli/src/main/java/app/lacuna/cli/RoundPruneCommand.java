package app.lacuna.cli;

import app.lacuna.generations.Generation;
import app.lacuna.job.Moment;
import app.lacuna.job.RoundPruneJob;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.time.ZoneId;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** lacuna round prune. */
@Command(name = "prune", sortOptions = false)
final class RoundPruneCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Mixin private NamedRound named;

    @Option(names = "--dry-run", descriptionKey = "round.prune.dry-run")
    private boolean dryRun;

    RoundPruneCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        Round round = named.round();
        RoundPruneJob job =
                new RoundPruneJob(
                        Moment.store(round),
                        round.backup().orElseThrow().keep(),
                        ZoneId.systemDefault());
        List<Generation> gone = dryRun ? job.plan() : job.run();
        gone.forEach(each -> terminal.say(each.file().getFileName().toString()));
        terminal.out()
                .println(
                        Words.text(dryRun ? "round.prune.would" : "round.prune.done", gone.size()));
        return ExitCode.DONE.number();
    }
}
