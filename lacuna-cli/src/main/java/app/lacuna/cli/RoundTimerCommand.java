package app.lacuna.cli;

import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundTimer;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** lacuna round timer. */
@Command(name = "timer", sortOptions = false)
final class RoundTimerCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Mixin private NamedRound named;

    @Option(
            names = "--key",
            paramLabel = "${bundle:param.FILE}",
            required = true,
            descriptionKey = "round.key")
    private Path key;

    @Option(names = "--at-hour", paramLabel = "${bundle:param.HOUR}", descriptionKey = "round.hour")
    private int hour = 18;

    @Option(names = "--cron", descriptionKey = "round.cron")
    private boolean cron;

    @Option(names = "-o", paramLabel = "${bundle:param.FOLDER}", descriptionKey = "round.timer.o")
    private Optional<Path> folder = Optional.empty();

    RoundTimerCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        Round round = named.round();
        if (hour < 0 || hour > 23 || (cron && folder.isPresent())) {
            throw new ParameterException(spec.commandLine(), Words.text("round.timer.wrong"));
        }
        RoundTimer timer = new RoundTimer(round, key, hour);
        if (cron) {
            terminal.out().println(timer.cron());
        } else if (folder.isEmpty()) {
            terminal.out().print(timer.service() + "\n" + timer.timer());
        } else {
            timer.write(folder.get());
            terminal.out().println(Words.text("round.timer.written", timer.unitName()));
        }
        return ExitCode.DONE.number();
    }
}
