package app.lacuna.cli;

import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** The command above the others: alone it shows the help. */
@Command(
        name = "lacuna",
        synopsisSubcommandLabel = "${bundle:param.COMMAND}",
        versionProvider = Version.class)
final class LacunaCommand implements Runnable {
    @Spec private CommandSpec spec;

    @SuppressWarnings("UnusedVariable") // the library looks at it
    @Option(names = "--help", usageHelp = true, scope = CommandLine.ScopeType.INHERIT)
    private boolean help;

    @SuppressWarnings("UnusedVariable") // the library looks at it
    @Option(names = "--version", versionHelp = true)
    private boolean version;

    @Override
    public void run() {
        throw new CommandLine.ParameterException(spec.commandLine(), Words.text("usage.command"));
    }
}
