package app.lacuna.cli;

import picocli.CommandLine;
import picocli.CommandLine.IExecutionExceptionHandler;
import picocli.CommandLine.ParseResult;

/** Says what went wrong and chooses the exit code. */
final class Failures implements IExecutionExceptionHandler {
    private final Terminal terminal;

    Failures(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public int handleExecutionException(Exception failure, CommandLine line, ParseResult parsed) {
        if (terminal.isWatched()) {
            terminal.overwriteLine("");
        }
        FailureWords.of(failure).forEach(terminal::say);
        return ExitCode.of(failure).number();
    }
}
