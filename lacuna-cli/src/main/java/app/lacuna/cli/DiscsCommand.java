package app.lacuna.cli;

import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** lacuna discs, and its own commands. */
@Command(name = "discs", sortOptions = false, synopsisSubcommandLabel = "COMMAND")
final class DiscsCommand implements Runnable {
    @Spec private CommandSpec spec;

    private DiscsCommand() {}

    static CommandLine with(Terminal terminal) {
        return new CommandLine(new DiscsCommand())
                .addSubcommand("plan", new DiscsPlanCommand(terminal))
                .addSubcommand("write", new DiscsWriteCommand(terminal))
                .addSubcommand("read", new DiscsReadCommand(terminal))
                .addSubcommand("repair", new DiscsRepairCommand(terminal));
    }

    @Override
    public void run() {
        throw new CommandLine.ParameterException(spec.commandLine(), Words.text("usage.discs"));
    }
}
