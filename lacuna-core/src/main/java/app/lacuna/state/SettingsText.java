package app.lacuna.state;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.TreeMap;

/**
 * The text of the settings, as {@link Properties} reads it. A change touches the line of that
 * setting alone: what somebody has written about theirs, and in which order, stays.
 */
record SettingsText(String text) {
    /** What begins where nothing has been set. */
    static final SettingsText EMPTY =
            new SettingsText("# Settings of Lacuna. A line that is not here is as usual.\n");

    /**
     * @throws IOException if there is a backslash followed by what is no character
     */
    Map<String, String> values() throws IOException {
        Map<String, String> values = new TreeMap<>();
        Properties read = read(text);
        read.stringPropertyNames().forEach(name -> values.put(name, read.getProperty(name)));
        return values;
    }

    private static Properties read(String text) throws IOException {
        Properties read = new Properties();
        try {
            read.load(new StringReader(text));
        } catch (IllegalArgumentException e) {
            throw new IOException(e);
        }
        return read;
    }

    /** In the place of the line that sets it, or at the end. */
    SettingsText with(String name, String value) throws IOException {
        return changed(name, Optional.of(escaped(name) + "=" + escaped(value)));
    }

    SettingsText without(String name) throws IOException {
        return changed(name, Optional.empty());
    }

    private SettingsText changed(String name, Optional<String> line) throws IOException {
        List<String> lines = new ArrayList<>();
        boolean isThere = false;
        for (String each : lines()) {
            if (!read(each).containsKey(name)) {
                lines.add(each);
            } else if (!isThere) {
                line.ifPresent(lines::add);
                isThere = true;
            }
        }
        if (!isThere) {
            line.ifPresent(lines::add);
        }
        return new SettingsText(String.join("\n", lines) + "\n");
    }

    /**
     * One for each setting, whose value may go over several; comments and empty ones by themselves.
     */
    private List<String> lines() {
        List<String> lines = new ArrayList<>();
        boolean goesOn = false;
        for (String line : text.lines().toList()) {
            if (goesOn) {
                lines.add(lines.remove(lines.size() - 1) + "\n" + line);
            } else {
                lines.add(line);
            }
            boolean isComment = !goesOn && line.stripLeading().matches("[#!].*");
            goesOn = !isComment && endsInOddBackslashes(line);
        }
        return lines;
    }

    private static boolean endsInOddBackslashes(String line) {
        int count = 0;
        while (count < line.length() && line.charAt(line.length() - 1 - count) == '\\') {
            count++;
        }
        return count % 2 == 1;
    }

    /** As such files are read, which is the same for a name and a value. */
    private static String escaped(String text) {
        return text.replace("\\", "\\\\")
                .replace("\n", "\\n")
                .replace("\r", "\\r")
                .replace("=", "\\=")
                .replace(":", "\\:")
                .replace("#", "\\#")
                .replace("!", "\\!")
                .replace("\t", "\\t")
                .replaceAll("^ ", "\\\\ ");
    }
}
