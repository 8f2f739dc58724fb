package app.lacuna.cli;

import app.lacuna.messages.BuildInfo;
import app.lacuna.messages.Language;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import picocli.AutoComplete;
import picocli.CommandLine;

/** Writes what comes with an installed command line: its manual page and its completions. */
public final class Papers {
    private Papers() {}

    /** Papers FOLDER: the manual page in every language, for English lacuna.1, else lacuna.de.1. */
    public static void main(String[] arguments) throws IOException {
        Path folder = Files.createDirectories(Path.of(arguments[0]));
        for (Language language : Language.all()) {
            Words.speak(language);
            boolean english = language.equals(Language.ENGLISH);
            Files.writeString(
                    folder.resolve(english ? "lacuna.1" : "lacuna." + language.code() + ".1"),
                    ManualPage.of(line(), BuildInfo.version()));
        }
        Words.speak(Language.ENGLISH);
        Files.writeString(folder.resolve("lacuna.bash"), AutoComplete.bash("lacuna", line()));
    }

    /** With every command. */
    static CommandLine line() {
        PrintStream nobody =
                new PrintStream(OutputStream.nullOutputStream(), false, StandardCharsets.UTF_8);
        Terminal terminal =
                new Terminal(nobody, nobody, new ByteArrayInputStream(new byte[0]), Map.of());
        return Main.line(terminal);
    }
}
