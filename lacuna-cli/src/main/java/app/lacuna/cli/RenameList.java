package app.lacuna.cli;

import java.io.IOException;
import java.nio.charset.MalformedInputException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;

/**
 * Old and new paths from a file, for names that can not be written on a command line: a pair a
 * line, a tab between them, UTF-8. In a name \\t stands for a tab, \\n for the end of a line and
 * \\\\ for a backslash.
 */
final class RenameList {
    private RenameList() {}

    static Map<String, String> read(CommandSpec spec, Path file) throws IOException {
        Map<String, String> pairs = new LinkedHashMap<>();
        try {
            for (String line : Files.readAllLines(file, StandardCharsets.UTF_8)) {
                String[] pair = line.split("\t", -1);
                if (line.isEmpty()) {
                    continue;
                }
                if (pair.length != 2) {
                    throw wrong(spec);
                }
                pairs.put(unescaped(pair[0]), unescaped(pair[1]));
            }
            return pairs;
        } catch (MalformedInputException e) {
            throw wrong(spec);
        }
    }

    private static ParameterException wrong(CommandSpec spec) {
        return new ParameterException(spec.commandLine(), Words.text("change.rename-list"));
    }

    static String unescaped(String name) {
        StringBuilder plain = new StringBuilder();
        for (int i = 0; i < name.length(); i++) {
            char letter = name.charAt(i);
            if (letter != '\\' || i + 1 == name.length()) {
                plain.append(letter);
                continue;
            }
            char next = name.charAt(++i);
            plain.append(next == 't' ? '\t' : next == 'n' ? '\n' : next);
        }
        return plain.toString();
    }
}
