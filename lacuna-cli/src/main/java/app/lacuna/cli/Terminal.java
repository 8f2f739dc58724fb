package app.lacuna.cli;

import app.lacuna.common.CancelSource;
import app.lacuna.common.Secret;
import java.io.Console;
import java.io.InputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;

/** What surrounds a command: streams, environment, the way to be cancelled. */
final class Terminal {
    private final PrintStream out;
    private final PrintStream err;
    private final InputStream in;
    private final Map<String, String> environment;
    private final CancelSource cancel = new CancelSource();

    Terminal(PrintStream out, PrintStream err, InputStream in, Map<String, String> environment) {
        this.out = out;
        this.err = err;
        this.in = in;
        this.environment = environment;
    }

    PrintStream out() {
        return out;
    }

    InputStream in() {
        return in;
    }

    /** Whether the caller has given a standard input: what stands there otherwise is Java's own. */
    boolean isInputGiven() {
        return StandardInput.isGiven(in);
    }

    /** Whether something that was to be written out could not be. */
    boolean hasLostOutput() {
        return out.checkError();
    }

    Optional<String> variable(String name) {
        return Optional.ofNullable(environment.get(name));
    }

    CancelSource cancel() {
        return cancel;
    }

    void say(String words) {
        err.println(words);
    }

    /** Whether somebody watches standard error. The start script knows, Java alone does not. */
    boolean isWatched() {
        String told = System.getProperty("lacuna.terminal");
        return told != null ? told.equals("true") : console().isPresent();
    }

    void overwriteLine(String words) {
        err.print("\r" + words + "\u001b[K");
        err.flush();
    }

    /** Asks without showing what is typed; empty if there is nobody to ask. */
    Optional<Secret> ask(String question) {
        return console().map(console -> console.readPassword("%s", question)).map(Secret::takeOver);
    }

    /** From Java 22 on there is a console even when nobody sits at it. */
    private static Optional<Console> console() {
        Console console = System.console();
        if (console == null) {
            return Optional.empty();
        }
        try {
            Object terminal = Console.class.getMethod("isTerminal").invoke(console);
            return Boolean.TRUE.equals(terminal) ? Optional.of(console) : Optional.empty();
        } catch (ReflectiveOperationException e) {
            return Optional.of(console); // before Java 22 a console is a terminal
        }
    }

    PrintWriter outWriter() {
        return new PrintWriter(out, true, StandardCharsets.UTF_8);
    }

    PrintWriter errWriter() {
        return new PrintWriter(err, true, StandardCharsets.UTF_8);
    }
}
