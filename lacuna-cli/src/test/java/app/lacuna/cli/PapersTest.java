package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.messages.BuildInfo;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** The manual page and the completions say what there is. */
class PapersTest {
    @TempDir Path folder;

    @Test
    void theManualHasEveryCommandAndOption() throws IOException {
        Papers.main(new String[] {folder.toString()});
        String page = Files.readString(folder.resolve("lacuna.1"));
        assertThat(page)
                .startsWith(".TH \"LACUNA\" \"1\"")
                .contains(BuildInfo.version().replace("-", "\\-"));
        hasAll(page, "lacuna", Papers.line());
    }

    private static void hasAll(String page, String name, CommandLine line) {
        line.getSubcommands()
                .forEach(
                        (own, sub) -> {
                            String full = name + " " + own;
                            assertThat(page).contains(".SS \"" + full.replace("-", "\\-") + "\"");
                            hasAll(page, full, sub);
                        });
        if (!line.getSubcommands().isEmpty()) {
            return;
        }
        line.getCommandSpec().options().stream()
                .filter(option -> !option.hidden() && !option.inherited())
                .forEach(
                        option -> {
                            assertThat(option.description()).as(option.longestName()).isNotEmpty();
                            assertThat(page)
                                    .contains(
                                            "\\fB"
                                                    + option.names()[0].replace("-", "\\-")
                                                    + "\\fR");
                        });
    }

    /** Whatever is no request of man(7) must not look like one. */
    @Test
    void noLineIsARequestByAccident() throws IOException {
        Papers.main(new String[] {folder.toString()});
        assertThat(Files.readAllLines(folder.resolve("lacuna.1")))
                .filteredOn(line -> line.startsWith(".") || line.startsWith("'"))
                .allMatch(line -> line.matches("\\.(TH|SH|SS|PP|TP|B|I|nf|fi)( .*)?"));
    }

    @Test
    void theCompletionsAreAScriptThatOffersTheCommands() throws Exception {
        Papers.main(new String[] {folder.toString()});
        String ask =
                "source '"
                        + folder.resolve("lacuna.bash")
                        + "' && COMP_WORDS=(lacuna '') COMP_CWORD=1 && _complete_lacuna"
                        + " && echo \"${COMPREPLY[@]}\"";
        Process bash = new ProcessBuilder("bash", "-c", ask).redirectErrorStream(true).start();
        String offered = new String(bash.getInputStream().readAllBytes());
        assertThat(bash.waitFor(20, TimeUnit.SECONDS)).isTrue();
        assertThat(List.of(offered.strip().split("\\s+")))
                .contains("pack", "extract", "round", "loose-ends");
    }

    @Test
    void theVersionTellsBuildAndLibraries() {
        assertThat(BuildInfo.version()).matches("\\d+\\.\\d+\\.\\d+(-SNAPSHOT)?");
        assertThat(BuildInfo.libraries())
                .hasSizeGreaterThan(5)
                .allMatch(library -> library.matches("[a-z-]+ \\d+(\\.\\d+)*(-\\d+)?"));
        assertThat(String.join("\n", new Version().getVersion()))
                .contains(BuildInfo.version(), System.getProperty("java.version"), "zstd-jni ");
    }
}
