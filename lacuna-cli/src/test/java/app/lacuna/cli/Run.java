package app.lacuna.cli;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.stream.Stream;

/** One run of the command line inside the test's process. */
record Run(int code, String out, String err) {
    static final Map<String, String> ENVIRONMENT = Map.of("KEY", "second hut", "WRONG", "Second");

    static Run of(Object... arguments) {
        return withInput("", arguments);
    }

    static Run withInput(String input, Object... arguments) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream err = new ByteArrayOutputStream();
        Terminal terminal =
                new Terminal(
                        new PrintStream(out, true, StandardCharsets.UTF_8),
                        new PrintStream(err, true, StandardCharsets.UTF_8),
                        new ByteArrayInputStream(input.getBytes(StandardCharsets.UTF_8)),
                        ENVIRONMENT);
        String[] texts = Stream.of(arguments).map(Object::toString).toArray(String[]::new);
        int code = Main.run(terminal, texts);
        return new Run(
                code, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
    }
}
