package app.lacuna.cli;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import picocli.CommandLine;
import picocli.CommandLine.IParameterExceptionHandler;
import picocli.CommandLine.MaxValuesExceededException;
import picocli.CommandLine.MissingParameterException;
import picocli.CommandLine.Model.ArgSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.OverwrittenOptionException;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.TypeConversionException;
import picocli.CommandLine.UnmatchedArgumentException;

/** Says in one line what is wrong with the arguments, and where the help is. */
final class UsageErrors implements IParameterExceptionHandler {
    private final Terminal terminal;

    UsageErrors(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public int handleParseException(ParameterException failure, String[] arguments) {
        CommandLine line = failure.getCommandLine();
        terminal.say(PrintableName.of(words(failure)));
        terminal.say(Words.text("usage.help", line.getCommandSpec().qualifiedName()));
        return ExitCode.USAGE.number();
    }

    /** The library says its own in English; what we say ourselves is in the language. */
    private static String words(ParameterException failure) {
        if (failure instanceof UnmatchedArgumentException unmatched) {
            return Words.text("usage.unknown", String.join(" ", unmatched.getUnmatched()));
        }
        if (failure instanceof MissingParameterException missing) {
            return Words.text("usage.missing", names(missing.getMissing()));
        }
        ArgSpec of = failure.getArgSpec();
        if (failure instanceof OverwrittenOptionException repeated) {
            return Words.text("usage.repeated", name(repeated.getOverwritten()));
        }
        if (failure instanceof MaxValuesExceededException && of != null) {
            return Words.text("usage.too-many", name(of));
        }
        if (of != null && failure.getValue() != null) {
            return Words.text("usage.value", name(of), failure.getValue(), why(failure, of));
        }
        return String.valueOf(failure.getMessage());
    }

    private static String names(List<ArgSpec> all) {
        return all.stream().map(UsageErrors::name).collect(Collectors.joining(", "));
    }

    private static String name(ArgSpec of) {
        return of instanceof OptionSpec option ? option.longestName() : of.paramLabel();
    }

    private static String why(ParameterException failure, ArgSpec of) {
        if (of.type().isEnum() && of.converters().length == 0) {
            String all =
                    Arrays.stream(of.type().getEnumConstants())
                            .map(each -> each.toString().toLowerCase(Locale.ROOT).replace('_', '-'))
                            .collect(Collectors.joining(", "));
            return Words.text("usage.one-of", all);
        }
        return failure.getCause() instanceof TypeConversionException cause
                ? String.valueOf(cause.getMessage())
                : String.valueOf(failure.getMessage());
    }
}
