package app.lacuna.desktop.system;

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
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Entries in the menus of file managers: small files in the folders that they look into, for this
 * user alone. They are written when the user asks for it and taken away again; a file that is not
 * ours is never touched.
 */
public final class FileManagers {
    /** Stands in each of them, so that they are known again. */
    static final String MARK = "app.lacuna.Lacuna";

    private static final String PREFIX = "lacuna-";
    private static final int LONGEST = 1 << 14;
    private static final Pattern SCRIPT =
            Pattern.compile(
                    "#!/bin/sh\n# "
                            + Pattern.quote(MARK)
                            + ": [^\n]*\nexec '[^\n]*' --do=[a-z]+ \"\\$@\"\n");

    private final Path data;
    private final Path config;
    private final Path launcher;
    private final List<Entry> entries;

    /**
     * One entry.
     *
     * @param id in small letters
     * @param words as it stands in the menu
     * @param argument of the launcher, before the files
     * @param archivesOnly whether it is of use for archives alone
     */
    public record Entry(String id, String words, String argument, boolean archivesOnly) {}

    /**
     * @param data the user's folder for data of programs (XDG_DATA_HOME)
     * @param config that for settings (XDG_CONFIG_HOME)
     * @param launcher what starts the window
     */
    public FileManagers(Path data, Path config, Path launcher, List<Entry> entries) {
        this.data = data;
        this.config = config;
        this.launcher = launcher;
        this.entries = List.copyOf(entries);
    }

    /** Of this user, if the program is started by something that can be named. */
    public static Optional<FileManagers> ofThisUser(List<Entry> entries) {
        String started =
                System.getProperty("lacuna.launcher", System.getProperty("jpackage.app-path", ""));
        Path home = Path.of(System.getProperty("user.home"));
        Map<String, String> environment = System.getenv();
        if (started.isEmpty() || !System.getProperty("os.name").startsWith("Linux")) {
            return Optional.empty();
        }
        return Optional.of(
                new FileManagers(
                        folder(environment.get("XDG_DATA_HOME"), home.resolve(".local/share")),
                        folder(environment.get("XDG_CONFIG_HOME"), home.resolve(".config")),
                        Path.of(started),
                        entries));
    }

    private static Path folder(String chosen, Path usual) {
        return chosen != null && chosen.startsWith("/") ? Path.of(chosen) : usual;
    }

    /** Every file that there would be, and what is in it. */
    Map<Path, String> files() {
        Map<Path, String> files = new LinkedHashMap<>();
        for (Path scripts : scriptFolders()) {
            entries.forEach(entry -> files.put(scripts.resolve(entry.words()), script(entry)));
        }
        for (Entry entry : entries) {
            String name = PREFIX + entry.id() + ".desktop";
            files.put(data.resolve("kio/servicemenus").resolve(name), serviceMenu(entry));
            files.put(data.resolve("file-manager/actions").resolve(name), action(entry));
            files.put(
                    data.resolve("nemo/actions").resolve(PREFIX + entry.id() + ".nemo_action"),
                    nemoAction(entry));
        }
        return files;
    }

    /** Each script in them is an entry, called as the file is. */
    private List<Path> scriptFolders() {
        return List.of(data.resolve("nautilus/scripts"), config.resolve("caja/scripts"));
    }

    /** Whether all of them are there. */
    public boolean areThere() {
        return files().keySet().stream().allMatch(FileManagers::isOurs);
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
                    ? text.contains("=" + MARK + "\n")
                    : SCRIPT.matcher(text).matches();
        } catch (IOException e) {
            return false; // what can not be read is not ours
        }
    }

    /** For the shell, POSIX.1-2017, 2.2.2. */
    private String inShell() {
        return "'" + launcher.toString().replace("'", "'\\''") + "'";
    }

    private String script(Entry entry) {
        return "#!/bin/sh\n# "
                + MARK
                + ": an entry of the file manager, taken away in the settings of Lacuna\nexec "
                + inShell()
                + " "
                + entry.argument()
                + " \"$@\"\n";
    }

    /** Desktop Entry Specification 1.5, "The Exec key": quoted, with what has to be escaped. */
    private String exec(Entry entry) {
        String escaped =
                launcher.toString()
                        .replace("\\", "\\\\\\\\")
                        .replace("\"", "\\\\\"")
                        .replace("`", "\\\\`")
                        .replace("$", "\\\\$")
                        .replace("%", "%%");
        return "\"" + escaped + "\" " + entry.argument() + " %F";
    }

    private static String kinds(Entry entry) {
        return entry.archivesOnly()
                ? "application/zip;application/x-tar;application/pgp-encrypted;"
                        + "application/x-cd-image;"
                : "all/all;";
    }

    private String serviceMenu(Entry entry) {
        return "[Desktop Entry]\nType=Service\nX-KDE-ServiceTypes=KonqPopupMenu/Plugin\nMimeType="
                + kinds(entry)
                + "\nActions="
                + entry.id()
                + "\nX-KDE-Submenu=Lacuna\n\n[Desktop Action "
                + entry.id()
                + "]\nName="
                + entry.words()
                + "\nIcon="
                + MARK
                + "\nExec="
                + exec(entry)
                + "\n";
    }

    /** As the DES-EMA proposal has actions of file managers, 0.15. */
    private String action(Entry entry) {
        return "[Desktop Entry]\nType=Action\nName="
                + entry.words()
                + "\nIcon="
                + MARK
                + "\nProfiles=lacuna;\n\n[X-Action-Profile lacuna]\nMimeTypes="
                + (entry.archivesOnly() ? kinds(entry) : "*;")
                + "\nExec="
                + exec(entry)
                + "\n";
    }

    private String nemoAction(Entry entry) {
        return "[Nemo Action]\nName="
                + entry.words()
                + "\nComment="
                + entry.words()
                + "\nIcon-Name="
                + MARK
                + "\nExec="
                + exec(entry)
                + "\nSelection=NotNone\n"
                + (entry.archivesOnly() ? "Mimetypes=" + kinds(entry) + "\n" : "Extensions=any;\n")
                + "Quote=double\n";
    }
}
