package app.lacuna.cli;

import app.lacuna.common.Secret;
import app.lacuna.job.RoundRun;
import app.lacuna.job.RoundRunJob;
import app.lacuna.job.RoundState;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** lacuna round run. */
@Command(name = "run", sortOptions = false)
final class RoundRunCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Mixin private NamedRound named;

    @Option(names = "--whole", descriptionKey = "round.run.whole")
    private boolean whole;

    @Option(names = "--by-digest", descriptionKey = "round.run.by-digest")
    private boolean byDigest;

    @Option(names = "--if-due", descriptionKey = "round.run.if-due")
    private boolean ifDue;

    @Mixin private PasswordSource passwords;

    RoundRunCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        Round round = named.round();
        if (ifDue && isTooEarly(round)) {
            return ExitCode.DONE.number();
        }
        boolean begun = round.backup().orElseThrow().begun();
        RoundRun run;
        Optional<RoundRunJob> job = Optional.empty();
        try (Secret password =
                        begun
                                ? passwords.forOpening(terminal, round.generations())
                                : passwords.forPacking(terminal, round.generations());
                ProgressBar bar = new ProgressBar(terminal)) {
            job =
                    Optional.of(
                            new RoundRunJob(
                                    round,
                                    password,
                                    new RoundRunJob.Wish(whole, byDigest),
                                    Clock.systemDefaultZone(),
                                    bar,
                                    terminal.cancel()));
            run = job.get().run();
        } finally {
            if (!begun && job.filter(RoundRunJob::hasBegun).isPresent()) {
                NamedRound.rounds().save(round.with(round.backup().orElseThrow().asBegun()));
            }
        }
        terminal.out().println(line(run));
        say(run);
        return (run.isComplete() ? ExitCode.DONE : ExitCode.INCOMPLETE).number();
    }

    private boolean isTooEarly(Round round) throws IOException {
        RoundState state = RoundState.of(round);
        boolean early = !state.isDueToday(Clock.systemUTC().instant());
        if (early) {
            terminal.out()
                    .println(
                            Words.text(
                                    "round.run.not-due",
                                    PrintableName.of(named.name()),
                                    RoundText.time(state.dueAt().orElseThrow())));
        }
        return early;
    }

    /** One line, for a log: no names of files in it. */
    private String line(RoundRun run) {
        if (run.made().isEmpty()) {
            return Words.text(
                    "round.run.same",
                    PrintableName.of(named.name()),
                    run.counts().same(),
                    RoundText.time(run.latest().time()));
        }
        return Words.text(
                "round.run.done",
                PrintableName.of(named.name()),
                Words.text("round.kind." + run.latest().kind()),
                run.latest().id(),
                run.counts().added(),
                run.counts().changed(),
                run.counts().renamed(),
                run.counts().gone(),
                run.counts().same(),
                Words.size(run.bytes()));
    }

    private void say(RoundRun run) {
        if (!run.removed().isEmpty()) {
            terminal.say(Words.text("round.run.removed", run.removed().size()));
        }
        if (run.notRemoved() > 0) {
            terminal.say(Words.text("round.run.not-removed", run.notRemoved()));
        }
        for (String id : run.brokenBefore()) {
            terminal.say(Words.text("round.run.broken", id));
        }
        Rewritten.reportLeftOut(terminal, run.leftOut());
        run.unsteady()
                .forEach(path -> terminal.say(Words.text("pack.unsteady", PrintableName.of(path))));
    }
}
