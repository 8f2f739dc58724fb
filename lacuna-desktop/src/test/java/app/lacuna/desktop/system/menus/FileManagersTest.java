package app.lacuna.desktop.system.menus;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FileManagersTest {
    @TempDir Path home;
    private Path launcher;

    @BeforeEach
    void makeLauncher() throws IOException {
        launcher = Files.createDirectories(home.resolve("it's $HOME \"quoted\"")).resolve("lacuna");
        Files.writeString(
                launcher, "#!/bin/sh\nprintf '%s\\n' \"$@\" > \"$(dirname \"$0\")/said\"\n");
        assertThat(launcher.toFile().setExecutable(true)).isTrue();
    }

    private FileManagers managers(String pack, String unpack) {
        return new FileManagers(
                home.resolve("data"),
                home.resolve("config"),
                launcher,
                List.of(
                        new Entry("pack", pack, "--do=pack", false),
                        new Entry("unpack", unpack, "--do=unpack", true)));
    }

    private List<Path> all() throws IOException {
        try (Stream<Path> files = Files.walk(home)) {
            return files.filter(Files::isRegularFile)
                    .filter(file -> !file.equals(launcher))
                    .sorted()
                    .toList();
        }
    }

    @Test
    void entriesComeAndGoAndNothingElseIsTouched() throws IOException {
        Path foreign = home.resolve("data/nautilus/scripts/Pack");
        Files.createDirectories(foreign.getParent());
        Files.writeString(foreign, "#!/bin/sh\necho mine\n");
        FileManagers managers = managers("Pack", "Unpack");
        assertThat(managers.areThere()).isFalse();
        managers.install();
        assertThat(all())
                .hasSize(12)
                .allMatch(file -> file.equals(foreign) || Files.isExecutable(file));
        assertThat(foreign).hasContent("#!/bin/sh\necho mine");
        Path changed = home.resolve("config/caja/scripts/Mine");
        Path ours = home.resolve("config/caja/scripts/Unpack");
        Files.writeString(changed, Files.readString(ours) + "echo more\n");
        managers.remove();
        assertThat(all()).containsExactlyInAnyOrder(foreign, changed);
    }

    /** In another language they have other names: the old ones do not stay. */
    @Test
    void thoseOfAnotherLanguageTakeTheirPlace() throws IOException {
        managers("Pack", "Unpack").install();
        FileManagers german = managers("Packen", "Auspacken");
        assertThat(german.areThere()).isFalse();
        german.install();
        assertThat(german.areThere()).isTrue();
        assertThat(all()).hasSize(12);
        assertThat(home.resolve("config/caja/scripts/Pack")).doesNotExist();
    }

    /** Several hundred files, in the order that the file manager gives them. */
    @Test
    void aScriptHandsEverythingToTheLauncher() throws Exception {
        managers("Pack", "Unpack").install();
        List<String> command =
                new ArrayList<>(List.of(home.resolve("data/nautilus/scripts/Pack").toString()));
        for (int i = 500; i > 0; i--) {
            command.add("ü no " + i + ".jpg");
        }
        List<String> said = said(new ProcessBuilder(command));
        assertThat(said.subList(0, 2)).containsExactly("--do=pack", "--");
        assertThat(said.subList(2, said.size())).isEqualTo(command.subList(1, command.size()));
    }

    /**
     * As two file managers were seen to do it: the arguments are spoiled where a name has a percent
     * sign, what the environment says is exact.
     */
    @Test
    void theAddressesOfWhatIsSelectedCountMore() throws Exception {
        managers("Pack", "Unpack").install();
        ProcessBuilder script =
                new ProcessBuilder(
                        home.resolve("config/caja/scripts/Pack").toString(), "perPackent0.txt");
        script.environment()
                .put(
                        "NAUTILUS_SCRIPT_SELECTED_URIS",
                        "file:///a/per%25cent%2520.txt\nfile:///a/*\nfile:///a/it's%20$x`y`.txt\n");
        assertThat(said(script))
                .containsExactly(
                        "--do=pack",
                        "--",
                        "file:///a/per%25cent%2520.txt",
                        "file:///a/*",
                        "file:///a/it's%20$x`y`.txt");
    }

    private List<String> said(ProcessBuilder script) throws Exception {
        assertThat(script.start().waitFor(20, TimeUnit.SECONDS)).isTrue();
        return Files.readAllLines(launcher.resolveSibling("said"), StandardCharsets.UTF_8);
    }

    /** Neither more nor less than a double click opens. */
    @Test
    void theArchivesAreThoseOfTheDesktopEntry() throws IOException {
        assertThat(Path.of("../packaging/linux/app.lacuna.Lacuna.desktop"))
                .content()
                .contains("\nMimeType=" + MenuFiles.ARCHIVES + "\n");
    }

    /** The program has been moved: what starts nothing is not said to be there. */
    @Test
    void thoseThatStartAnotherProgramAreWrittenAnew() throws IOException {
        managers("Pack", "Unpack").install();
        launcher = launcher.resolveSibling("moved");
        FileManagers moved = managers("Pack", "Unpack");
        assertThat(moved.areThere()).isFalse();
        moved.install();
        assertThat(moved.areThere()).isTrue();
        assertThat(all()).filteredOn(file -> !file.endsWith("lacuna")).hasSize(12);
    }

    /** A script of an earlier version is known as ours, and makes room for what it is today. */
    @Test
    void aScriptOfAnEarlierVersionIsTakenAway() throws IOException {
        FileManagers managers = managers("Pack", "Unpack");
        managers.install();
        Path old = home.resolve("config/caja/scripts/Packed");
        Files.writeString(
                old,
                "#!/bin/sh\n# app.lacuna.Lacuna: an entry\nexec '/opt/lacuna' --do=pack \"$@\"\n");
        managers.remove();
        assertThat(all()).isEmpty();
    }

    /** The toolkit of the desktop (GLib) starts what the desktop entry says. */
    @Test
    void theExecLineIsUnderstoodByTheDesktop() throws Exception {
        managers("Pack", "Unpack").install();
        String entry =
                Files.readString(home.resolve("data/file-manager/actions/lacuna-pack.desktop"));
        String exec = entry.lines().filter(l -> l.startsWith("Exec=")).findFirst().orElseThrow();
        Path desktop = home.resolve("try.desktop");
        Files.writeString(desktop, "[Desktop Entry]\nType=Application\nName=T\n" + exec + "\n");
        Path file = Files.writeString(home.resolve("a b.txt"), "x");
        Process gio =
                new ProcessBuilder("gio", "launch", desktop.toString(), file.toString()).start();
        assertThat(gio.waitFor(20, TimeUnit.SECONDS)).isTrue();
        Path said = launcher.resolveSibling("said");
        for (int i = 0; i < 1_200 && isEmpty(said); i++) {
            Thread.sleep(50);
        }
        assertThat(Files.readAllLines(said)).containsExactly("--do=pack", file.toString());
    }

    private static boolean isEmpty(Path file) throws IOException {
        return !Files.exists(file) || Files.readAllLines(file).size() < 2;
    }

    private Set<Path> foldersOf(Map<String, String> environment) {
        List<Entry> entries = List.of(new Entry("pack", "Pack", "--do=pack", false));
        return FileManagers.ofUser(home, environment, launcher, entries).files().keySet().stream()
                .map(file -> home.relativize(file).subpath(0, 2))
                .collect(Collectors.toSet());
    }

    /** XDG Base Directory Specification 0.8: most users have chosen nothing. */
    @Test
    void withoutChosenFolders_theUsualOnesAreTaken() {
        Set<Path> usual = foldersOf(Map.of());
        assertThat(usual).contains(Path.of(".local/share")).anyMatch(p -> p.startsWith(".config"));
        assertThat(foldersOf(Map.of("XDG_DATA_HOME", "relative", "XDG_CONFIG_HOME", "")))
                .as("only absolute paths count")
                .isEqualTo(usual);
        assertThat(
                        foldersOf(
                                Map.of(
                                        "XDG_DATA_HOME",
                                        home.resolve("my/data").toString(),
                                        "XDG_CONFIG_HOME",
                                        home.resolve("my/config").toString())))
                .containsExactlyInAnyOrder(Path.of("my/data"), Path.of("my/config"));
    }
}
