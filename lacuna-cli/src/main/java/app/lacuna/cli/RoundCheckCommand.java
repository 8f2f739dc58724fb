package app.lacuna.cli;

import app.lacuna.common.Secret;
import app.lacuna.generations.GenerationStore;
import app.lacuna.job.RoundCheckJob;
import java.io.IOException;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** lacuna round check. */
@Command(name = "check", sortOptions = false)
final class RoundCheckCommand implements Callable<Integer> {
    /** Of each moment no more are named. */
    private static final int NAMED = 20;

    private final Terminal terminal;

    @Mixin private NamedRound named;

    @Mixin private PasswordSource passwords;

    RoundCheckCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        GenerationStore store = named.store();
        List<RoundCheckJob.Checked> all;
        try (Secret password = passwords.forOpening(terminal, store.folder());
                ProgressBar bar = new ProgressBar(terminal)) {
            all = new RoundCheckJob(store, password, bar, terminal.cancel()).run();
        }
        boolean good = true;
        for (RoundCheckJob.Checked each : all) {
            good &= each.state() == RoundCheckJob.State.WHOLE && each.lost().isEmpty();
            terminal.out()
                    .println(
                            Words.text(
                                    "round.check." + each.state(),
                                    each.generation().id(),
                                    RoundText.time(each.generation().time()),
                                    each.files() - each.lost().size(),
                                    each.files()));
            each.lost().stream()
                    .limit(NAMED)
                    .forEach(
                            path ->
                                    terminal.say(
                                            Words.text(
                                                    "round.check.lost", PrintableName.of(path))));
        }
        return (good ? ExitCode.DONE : ExitCode.DAMAGED).number();
    }
}
