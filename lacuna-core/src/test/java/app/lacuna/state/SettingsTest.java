package app.lacuna.state;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SettingsTest {
    @TempDir private Path folder;
    private Settings settings;

    @BeforeEach
    void begin() {
        settings = new Settings(folder.resolve("lacuna"));
    }

    @Test
    void whatIsNotSetIsAsUsual() throws IOException {
        assertThat(settings.get("look")).isEmpty();
        settings.set("look", "DARK");
        settings.set("language", "de");
        assertThat(settings.get("look")).contains("DARK");
        settings.forget("look");
        assertThat(settings.get("look")).isEmpty();
        assertThat(settings.get("language")).contains("de");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/home/me/Trench C",
                "C:\\Users\\me",
                " a # b = c : d! ",
                "Grün 発\uD83D\uDE00",
                "two\nlines\tand\r more",
                "\\u0041"
            })
    void everyTextComesBackAsItWas(String text) throws IOException {
        settings.set("folder", text);
        assertThat(new Settings(folder.resolve("lacuna")).get("folder")).contains(text);
    }

    @Test
    void peopleCanReadAndWriteIt() throws IOException {
        settings.set("text-size", "150");
        assertThat(Files.readAllLines(settings.file())).contains("text-size=150");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(settings.file())))
                .isEqualTo("rw-------");
        Files.writeString(settings.file(), "# mine\nlook = LIGHT\nof-another-version=7\n");
        assertThat(settings.get("look")).contains("LIGHT");
        settings.set("look", "DARK");
        assertThat(settings.get("of-another-version")).contains("7");
    }

    @Test
    void whatSomebodyWroteAboutTheirsStays() throws IOException {
        Files.createDirectories(settings.file().getParent());
        Files.writeString(
                settings.file(),
                """
                # As in the hut.\\
                look = LIGHT
                folder: /home/me/Trench\\
                  C
                ! the look again, which counts
                look=DARK

                text-size 150
                """);
        settings.set("look", "CONTRAST");
        settings.forget("folder");
        settings.set("language", "de");
        assertThat(settings.file())
                .hasContent(
                        """
                        # As in the hut.\\
                        look=CONTRAST
                        ! the look again, which counts

                        text-size 150
                        language=de
                        """);
        assertThat(settings.get("text-size")).contains("150");
        assertThat(settings.get("folder")).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"look=\\uZZZZ", "\u0000\u0001\\u12"})
    void aBrokenFileIsAsUsualAndPutAside(String broken) throws IOException {
        Files.createDirectories(settings.file().getParent());
        Files.writeString(settings.file(), broken);
        assertThat(settings.get("look")).isEmpty();
        settings.set("look", "DARK");
        assertThat(settings.get("look")).contains("DARK");
        assertThat(settings.file().resolveSibling("settings.properties.damaged"))
                .hasContent(broken);
    }

    @Test
    void whatIsNoTextIsABrokenFileToo() throws IOException {
        Files.createDirectories(settings.file().getParent());
        Files.write(settings.file(), new byte[] {'a', '=', (byte) 0xC3, '\n'});
        assertThat(settings.get("a")).isEmpty();
        settings.set("a", "b");
        assertThat(settings.get("a")).contains("b");
    }

    @Test
    void everySystemHasItsPlace() {
        Path home = Path.of("/home/me");
        assertThat(ConfigFolder.of("Linux", home, Map.of()))
                .isEqualTo(Path.of("/home/me/.config/lacuna"));
        assertThat(ConfigFolder.of("Linux", home, Map.of("XDG_CONFIG_HOME", "/c")))
                .isEqualTo(Path.of("/c/lacuna"));
        assertThat(ConfigFolder.of("Linux", home, Map.of("XDG_CONFIG_HOME", "c")))
                .isEqualTo(Path.of("/home/me/.config/lacuna"));
        assertThat(ConfigFolder.of("Windows 11", home, Map.of("LOCALAPPDATA", "/l")))
                .isEqualTo(Path.of("/l/Lacuna"));
    }

    @Test
    void aBlankValueIsAsUsual() throws IOException {
        settings.set("look", "  ");
        assertThat(settings.get("look")).isEmpty();
    }

    @Test
    void forgettingWhatIsNotSet_writesNothing() throws IOException {
        settings.forget("look");
        assertThat(settings.file()).doesNotExist();
    }
}
