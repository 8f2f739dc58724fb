package app.lacuna.desktop.system.menus;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Entries in the menus of file managers: small files in the folders that they look into, for this
 * user alone. They are written when the user asks for it and taken away again; a file that is not
 * ours is never touched.
 */
public final class FileManagers {
    private static final String PREFIX = "lacuna-";
    private static final int LONGEST = 1 << 14;

    private final Path data;
    private final Path config;
    private final MenuFiles kinds;
    private final List<Entry> entries;

    /**
     * @param data the user's folder for data of programs (XDG_DATA_HOME)
     * @param config that for settings (XDG_CONFIG_HOME)
     * @param launcher what starts the window
     */
    public FileManagers(Path data, Path config, Path launcher, List<Entry> entries) {
        this.data = data;
        this.config = config;
        this.kinds = new MenuFiles(launcher);
        this.entries = List.copyOf(entries);
    }

    /** Of this user, if the program is started by something that can be named. */
    public static Optional<FileManagers> ofThisUser(List<Entry> entries) {
        String started =
                System.getProperty("lacuna.launcher", System.getProperty("jpackage.app-path", ""));
        if (started.isEmpty() || !System.getProperty("os.name").startsWith("Linux")) {
            return Optional.empty();
        }
        Path home = Path.of(System.getProperty("user.home"));
        return Optional.of(ofUser(home, System.getenv(), Path.of(started), entries));
    }

    /** Uses the default folders where an XDG variable is unset or not an absolute path. */
    static FileManagers ofUser(
            Path home, Map<String, String> environment, Path launcher, List<Entry> entries) {
        return new FileManagers(
                folder(environment.get("XDG_DATA_HOME"), home.resolve(".local/share")),
                folder(environment.get("XDG_CONFIG_HOME"), home.resolve(".config")),
                launcher,
                entries);
    }

    private static Path folder(@Nullable String chosen, Path usual) {
        return chosen != null && chosen.startsWith("/") ? Path.of(chosen) : usual;
    }

    /** Every file that there would be, and what is in it. */
    Map<Path, String> files() {
        Map<Path, String> files = new LinkedHashMap<>();
        for (Path scripts : scriptFolders()) {
            entries.forEach(
                    entry -> files.put(scripts.resolve(entry.words()), kinds.script(entry)));
        }
        for (Entry entry : entries) {
            String name = PREFIX + entry.id() + ".desktop";
            files.put(data.resolve("kio/servicemenus").resolve(name), kinds.serviceMenu(entry));
            files.put(data.resolve("file-manager/actions").resolve(name), kinds.action(entry));
            files.put(
                    data.resolve("nemo/actions").resolve(PREFIX + entry.id() + ".nemo_action"),
                    kinds.nemoAction(entry));
            files.put(data.resolve("Thunar/sendto").resolve(name), kinds.sendTo(entry));
        }
        return files;
    }

    /** Each script in them is an entry, called as the file is. */
    private List<Path> scriptFolders() {
        return List.of(data.resolve("nautilus/scripts"), config.resolve("caja/scripts"));
    }

    /** Whether all of them are there, and start what would be started today. */
    public boolean areThere() {
        return files().entrySet().stream().allMatch(file -> is(file.getKey(), file.getValue()));
    }

    private static boolean is(Path file, String text) {
        try {
            return isOurs(file) && Files.readString(file).equals(text);
        } catch (IOException e) {
            return false; // gone meanwhile
        }
    }

    public void install() throws IOException {
        remove(); // those of another language have other names
        for (Map.Entry<Path, String> file : files().entrySet()) {
            Path place = file.getKey();
            if (Files.exists(place)) {
                continue; // somebody else's
            }
            Files.createDirectories(place.getParent());
            Files.writeString(place, file.getValue());
            makeExecutable(place);
        }
    }

    private static void makeExecutable(Path place) throws IOException {
        if (place.getFileSystem().supportedFileAttributeViews().contains("posix")) {
            Set<PosixFilePermission> rights = EnumSet.copyOf(Files.getPosixFilePermissions(place));
            rights.add(PosixFilePermission.OWNER_EXECUTE);
            Files.setPosixFilePermissions(place, rights);
        }
    }

    /** Takes away every one that is ours, also those of an older version. */
    public void remove() throws IOException {
        Set<Path> folders =
                files().keySet().stream().map(Path::getParent).collect(Collectors.toSet());
        for (Path folder : folders) {
            if (Files.isDirectory(folder)) {
                List<Path> there = new ArrayList<>();
                try (var files = Files.list(folder)) {
                    files.filter(FileManagers::isOurs).forEach(there::add);
                }
                for (Path file : there) {
                    Files.delete(file);
                }
            }
        }
    }

    /** Exactly as it was written here; what somebody has changed belongs to them. */
    private static boolean isOurs(Path file) {
        try {
            if (!Files.isRegularFile(file) || Files.size(file) > LONGEST) {
                return false;
            }
            String text = Files.readString(file);
            return file.getFileName().toString().startsWith(PREFIX)
                    ? MenuFiles.isEntry(text)
                    : MenuFiles.isScript(text);
        } catch (IOException e) {
            return false; // what can not be read is not ours
        }
    }
}
