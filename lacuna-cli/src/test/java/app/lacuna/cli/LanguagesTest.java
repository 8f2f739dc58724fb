package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.messages.Language;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** Every language says what English says; nothing is there that nobody asks for. */
class LanguagesTest {
    private static final Pattern SLOT = Pattern.compile("\\{\\d+");
    private static final Pattern LITERAL =
            Pattern.compile("\"(?:\\$\\{bundle:|--?)?([a-z][^\"\\s}]*)}?\"");

    @TempDir Path folder;

    @AfterEach
    void inEnglishAgain() {
        Words.speak(Language.ENGLISH);
    }

    @Test
    void everyLanguageHasTheSameKeysWithTheSameSlots() {
        Map<String, String> english = Language.ENGLISH.texts("app.lacuna.cli", "messages");
        assertThat(Language.all()).hasSizeGreaterThan(1);
        for (Language language : Language.all().subList(1, Language.all().size())) {
            Map<String, String> own = language.translated("app.lacuna.cli");
            assertThat(own.keySet()).as(language.code()).isEqualTo(english.keySet());
            own.forEach(
                    (key, text) ->
                            assertThat(slots(text))
                                    .as(language + " " + key)
                                    .isEqualTo(slots(english.get(key))));
        }
    }

    private static Set<String> slots(String text) {
        Set<String> slots = new TreeSet<>();
        Matcher slot = SLOT.matcher(text);
        while (slot.find()) {
            slots.add(slot.group());
        }
        return slots;
    }

    @Test
    void everyTextIsAskedFor() throws IOException {
        Set<String> literals = new TreeSet<>();
        try (Stream<Path> files = Files.walk(Path.of("src/main/java"))) {
            for (Path file : (Iterable<Path>) files.filter(Files::isRegularFile)::iterator) {
                Matcher literal = LITERAL.matcher(Files.readString(file));
                while (literal.find()) {
                    literals.add(literal.group(1));
                }
            }
        }
        assertThat(Language.ENGLISH.texts("app.lacuna.cli", "messages").keySet())
                .filteredOn(key -> !isAskedFor(key, literals))
                .as("texts that nobody asks for")
                .isEmpty();
    }

    /** By the sources, whole or as far as a value is put behind it, or by the help of a command. */
    private static boolean isAskedFor(String key, Set<String> literals) {
        return literals.contains(key)
                || literals.stream().anyMatch(begun -> begun.endsWith(".") && key.startsWith(begun))
                || key.matches("usage\\.\\w+Heading|help")
                || isHelp(key);
    }

    private static boolean isHelp(String key) {
        if (!key.startsWith("lacuna.")) {
            return false;
        }
        CommandLine line = Papers.line();
        for (String part : key.substring("lacuna.".length()).split("\\.")) {
            if (part.equals("usage") || part.equals("version")) {
                return true;
            }
            line = line.getSubcommands().get(part);
            if (line == null) {
                return false;
            }
        }
        return false;
    }

    @Test
    void aWholeJobInGerman() throws IOException {
        Words.speak(new Language("de"));
        Path file = Files.writeString(folder.resolve("a.txt"), "sechs Zeichen mehr als 1.000");
        Path archive = folder.resolve("b.zip");
        Run packed = Run.of("pack", file, "-o", archive, "--password-from", "env:KEY");
        assertThat(packed.code()).isZero();
        assertThat(packed.out() + packed.err()).contains("1 Element", "28 Bytes", "nachgewiesen");
        Run wrong = Run.of("list", archive, "--password-from", "env:WRONG");
        Run help = Run.of("pack", "--help");
        assertThat(help.out())
                .contains("Aufruf: lacuna pack", "DATEI", "Beispiele")
                .doesNotContain("Usage", "FILE", "bundle:");
        assertThat(Run.of("extract", archive, "-d", folder, "--password-from", "env:WRONG").err())
                .contains("Dieses Passwort öffnet", "Nichts wurde geändert.");
        assertThat(wrong.err()).doesNotContain("password");
    }

    @Test
    void whatIsWrongWithArgumentsIsSaidInTheLanguage() {
        Words.speak(new Language("de"));
        assertThat(Run.of("pack", "--bogus", "a", "-o", "b").err())
                .contains("Nicht verstanden: --bogus");
        assertThat(Run.of("pack", "a").err()).contains("Es fehlt: -o");
        assertThat(Run.of("pack", "a", "-o", "b", "--level", "zz").err())
                .contains("--level kann nicht zz sein: es ist eines von store, fast");
        assertThat(Run.of("pack", "a", "-o", "b", "--split", "zz").err())
                .contains("--split kann nicht zz sein: eine Zahl von Bytes");
        assertThat(Run.of("pack", "a", "-o", "b", "-o", "c").err()).contains("Mehr als einmal");
        assertThat(Run.of("pack", "-o", "b").err()).contains("Es fehlt: PFAD");
        Words.speak(Language.ENGLISH);
        assertThat(Run.of("pack", "a").err()).contains("Missing: -o");
    }
}
