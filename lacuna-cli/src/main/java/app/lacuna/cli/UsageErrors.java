package app.lacuna.cli;

import picocli.CommandLine;
import picocli.CommandLine.IParameterExceptionHandler;
import picocli.CommandLine.ParameterException;

/** Says in one line what is wrong with the arguments, and where the help is. */
final class UsageErrors implements IParameterExceptionHandler {
    private final Terminal terminal;

    UsageErrors(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public int handleParseException(ParameterException failure, String[] arguments) {
        CommandLine line = failure.getCommandLine();
        terminal.say(PrintableName.of(String.valueOf(failure.getMessage())));
        terminal.say(Words.text("usage.help", line.getCommandSpec().qualifiedName()));
        return ExitCode.USAGE.number();
    }
}
