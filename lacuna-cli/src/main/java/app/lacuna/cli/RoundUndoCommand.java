package app.lacuna.cli;

import app.lacuna.common.Secret;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.generations.GenerationStore;
import app.lacuna.job.UndoJob;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** lacuna round undo. */
@Command(name = "undo", sortOptions = false)
final class RoundUndoCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Mixin private NamedRound named;

    @Mixin private PasswordSource passwords;

    RoundUndoCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        GenerationStore store = named.store();
        List<Path> possible = UndoJob.possible(store);
        if (possible.isEmpty()) {
            terminal.out().println(Words.text("round.undo.nothing"));
            return ExitCode.DONE.number();
        }
        Path before = possible.get(0);
        try (Secret password = passwords.forOpening(terminal, before);
                ProgressBar bar = new ProgressBar(terminal)) {
            UndoJob.Result result =
                    new UndoJob(store, password, bar, terminal.cancel()).run(before);
            terminal.out()
                    .println(
                            Words.text(
                                    "round.undo.done",
                                    result.back().cameOut(),
                                    result.removed(),
                                    PrintableName.of(before.getFileName().toString())));
            result.back().entries().stream()
                    .filter(each -> !each.result().cameOut())
                    .filter(each -> each.result() != ExtractedEntry.Result.SKIPPED)
                    .forEach(each -> terminal.say(Extraction.line(each)));
            result.edited()
                    .forEach(
                            path ->
                                    terminal.say(
                                            Words.text(
                                                    "round.undo.edited", PrintableName.of(path))));
            return (result.edited().isEmpty()
                            ? Extraction.exitCode(result.back())
                            : ExitCode.INCOMPLETE)
                    .number();
        }
    }
}
