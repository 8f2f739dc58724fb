package app.lacuna.state;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Optional;

/**
 * What the user has set once and for all: a text file with a line for each, {@code name=value}. Any
 * program that edits texts can change it. What this version does not know, and what somebody wrote
 * about theirs, stays as it is. Only the window writes it, and of that there is one; a file that
 * can not be understood is put aside before a new one is written.
 */
public final class Settings {
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
            return Optional.ofNullable(text().values().get(name)).filter(value -> !value.isBlank());
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    public void set(String name, String value) throws IOException {
        write(textOrPutAside().with(name, value));
    }

    /** As usual again. */
    public void forget(String name) throws IOException {
        SettingsText text = textOrPutAside();
        if (text.values().containsKey(name)) {
            write(text.without(name));
        }
    }

    private SettingsText text() throws IOException {
        return Files.exists(file) ? new SettingsText(Files.readString(file)) : SettingsText.EMPTY;
    }

    private SettingsText textOrPutAside() throws IOException {
        try {
            SettingsText text = text();
            text.values();
            return text;
        } catch (IOException e) {
            Path aside = file.resolveSibling(file.getFileName() + ".damaged");
            Files.move(file, aside, StandardCopyOption.REPLACE_EXISTING);
            return SettingsText.EMPTY;
        }
    }

    private void write(SettingsText text) throws IOException {
        PrivatePlaces.makeFolder(requireNonNull(file.getParent()));
        WholeFile.replace(
                file.resolveSibling(file.getFileName() + ".new"),
                file,
                text.text().getBytes(StandardCharsets.UTF_8));
    }
}
