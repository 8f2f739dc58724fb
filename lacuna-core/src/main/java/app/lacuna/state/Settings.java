package app.lacuna.state;

import java.io.IOException;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;
import java.util.TreeMap;

/**
 * What the user has set once and for all: a text file with a line for each, {@code name=value}. Any
 * program that edits texts can change it. What this version does not know stays as it is. Only the
 * window writes it, and of that there is one; a file that can not be understood is put aside before
 * a new one is written.
 */
public final class Settings {
    private static final String HEAD =
            "# Settings of Lacuna. A line that is not here is as usual.\n";

    private final Path file;

    /**
     * @param folder where the file is; made when the first setting is written
     */
    public Settings(Path folder) {
        file = folder.resolve("settings.properties");
    }

    public static Settings ofThisUser() {
        return new Settings(ConfigFolder.ofThisUser());
    }

    public Path file() {
        return file;
    }

    /** As it is set; empty if it is as usual, or the file can not be read. */
    public Optional<String> get(String name) {
        try {
            return Optional.ofNullable(all().get(name)).filter(value -> !value.isBlank());
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    public void set(String name, String value) throws IOException {
        Map<String, String> all = readOrPutAside();
        all.put(name, value);
        write(all);
    }

    /** As usual again. */
    public void forget(String name) throws IOException {
        Map<String, String> all = readOrPutAside();
        if (all.remove(name) != null) {
            write(all);
        }
    }

    private Map<String, String> all() throws IOException {
        Map<String, String> all = new TreeMap<>();
        if (Files.exists(file)) {
            Properties read = new Properties();
            try {
                read.load(new StringReader(Files.readString(file)));
            } catch (IllegalArgumentException e) {
                throw new IOException(e); // a \\u that is none
            }
            read.stringPropertyNames().forEach(name -> all.put(name, read.getProperty(name)));
        }
        return all;
    }

    private Map<String, String> readOrPutAside() throws IOException {
        try {
            return all();
        } catch (IOException e) {
            Path aside = file.resolveSibling(file.getFileName() + ".damaged");
            Files.move(file, aside, StandardCopyOption.REPLACE_EXISTING);
            return new TreeMap<>();
        }
    }

    private void write(Map<String, String> all) throws IOException {
        PrivatePlaces.makeFolder(file.getParent());
        StringBuilder text = new StringBuilder(HEAD);
        all.forEach(
                (name, value) ->
                        text.append(escaped(name)).append('=').append(escaped(value)).append('\n'));
        WholeFile.replace(
                file.resolveSibling(file.getFileName() + ".new"),
                file,
                text.toString().getBytes(StandardCharsets.UTF_8));
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
