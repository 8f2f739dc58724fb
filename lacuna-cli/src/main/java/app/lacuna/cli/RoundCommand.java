package app.lacuna.cli;

import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** lacuna round, and its own commands. */
@Command(name = "round", sortOptions = false, synopsisSubcommandLabel = "COMMAND")
final class RoundCommand implements Runnable {
    @Spec private CommandSpec spec;

    private RoundCommand() {}

    static CommandLine with(Terminal terminal) {
        return new CommandLine(new RoundCommand())
                .addSubcommand("add", new RoundAddCommand(terminal))
                .addSubcommand("list", new RoundListCommand(terminal))
                .addSubcommand("show", new RoundShowCommand(terminal))
                .addSubcommand("run", new RoundRunCommand(terminal))
                .addSubcommand("restore", new RoundRestoreCommand(terminal))
                .addSubcommand("undo", new RoundUndoCommand(terminal))
                .addSubcommand("find", new RoundFindCommand(terminal))
                .addSubcommand("prune", new RoundPruneCommand(terminal))
                .addSubcommand("timer", new RoundTimerCommand(terminal))
                .addSubcommand("check", new RoundCheckCommand(terminal));
    }

    @Override
    public void run() {
        throw new CommandLine.ParameterException(spec.commandLine(), Words.text("usage.round"));
    }
}
