package app.lacuna.cli;

import app.lacuna.clearing.Register;
import app.lacuna.selection.SystemNames;
import app.lacuna.staging.Natives;
import app.lacuna.state.StateFolder;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import picocli.CommandLine;

/** Starts the command line and ends the process with its exit code. */
public final class Main {
    private static final int SECONDS_TO_CLEAN_UP = 20;

    private Main() {}

    public static void main(String[] arguments) {
        PrintStream out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
        PrintStream err = new PrintStream(System.err, true, StandardCharsets.UTF_8);
        Terminal terminal = new Terminal(out, err, System.in, Map.copyOf(System.getenv()));
        Words.speakAsSet();
        CountDownLatch done = new CountDownLatch(1);
        Runtime.getRuntime().addShutdownHook(new Thread(() -> stop(terminal, done)));
        if (!SystemNames.canNameAllFiles()) {
            terminal.say(Words.text("locale"));
        }
        int code = run(terminal, Main::begin, arguments);
        done.countDown();
        System.exit(code);
    }

    /** Ctrl+C: cancels, and keeps the process alive until nothing half-made is left. */
    private static void stop(Terminal terminal, CountDownLatch done) {
        terminal.cancel().cancel();
        try {
            done.await(SECONDS_TO_CLEAN_UP, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Before a command does anything; help and version need none of it. */
    private static void begin() {
        Register.start(StateFolder.ofThisUser());
        Natives.unpackInto(StateFolder.ofThisUser());
    }

    /** Everything but the process: what the tests call. */
    static int run(Terminal terminal, String... arguments) {
        return run(terminal, () -> {}, arguments);
    }

    private static int run(Terminal terminal, Runnable begin, String... arguments) {
        CommandLine line = line(terminal, arguments);
        line.setExecutionStrategy(
                        parsed -> {
                            if (!isQuestion(parsed)) {
                                begin.run();
                            }
                            return new CommandLine.RunLast().execute(parsed);
                        })
                .setOut(terminal.outWriter())
                .setErr(terminal.errWriter())
                .setExecutionExceptionHandler(new Failures(terminal));
        line.setParameterExceptionHandler(new UsageErrors(terminal));
        try {
            int code = line.execute(arguments);
            if (terminal.hasLostOutput()) {
                FailureWords.parts("OutputLost").forEach(terminal::say);
                return code == ExitCode.DONE.number() ? ExitCode.FAILED.number() : code;
            }
            return code;
        } catch (OutOfMemoryError e) {
            FailureWords.of(e).forEach(terminal::say);
            return ExitCode.FAILED.number();
        }
    }

    /** The commands that these arguments can mean; all of them if there are none. */
    static CommandLine line(Terminal terminal, String... arguments) {
        CommandLine line = new CommandLine(new LacunaCommand());
        Commands.wantedBy(arguments, terminal).forEach(line::addSubcommand);
        return line.setCaseInsensitiveEnumValuesAllowed(true).setResourceBundle(Words.bundle());
    }

    /** For help, or for the version. */
    private static boolean isQuestion(CommandLine.ParseResult parsed) {
        return parsed.isUsageHelpRequested()
                || parsed.isVersionHelpRequested()
                || parsed.subcommands().stream().anyMatch(Main::isQuestion);
    }
}
