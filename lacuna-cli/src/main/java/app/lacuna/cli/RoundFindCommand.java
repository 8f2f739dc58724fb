package app.lacuna.cli;

import app.lacuna.common.Secret;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.History;
import app.lacuna.job.HistoryJob;
import app.lacuna.selection.PathGlob;
import java.io.IOException;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** lacuna round find. */
@Command(name = "find", sortOptions = false)
final class RoundFindCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Mixin private NamedRound named;

    @Parameters(
            paramLabel = "${bundle:param.GLOB}",
            index = "1",
            descriptionKey = "round.find.glob",
            converter = GlobConverter.class)
    private PathGlob glob;

    @Mixin private PasswordSource passwords;

    RoundFindCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        GenerationStore store = named.store();
        List<History.Event> events;
        try (Secret password = passwords.forOpening(terminal, store.folder());
                ProgressBar bar = new ProgressBar(terminal)) {
            events = new HistoryJob(store, password, bar, terminal.cancel()).of(glob::matches);
        }
        for (History.Event event : events) {
            terminal.out()
                    .println(
                            Words.text(
                                    "round.event." + event.kind(),
                                    RoundText.time(event.generation().time()),
                                    event.generation().id(),
                                    PrintableName.of(event.path())));
        }
        if (events.isEmpty()) {
            terminal.say(Words.text("round.find.nothing"));
        }
        return (events.isEmpty() ? ExitCode.FAILED : ExitCode.DONE).number();
    }
}
