package app.lacuna.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.messages.Language;
import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.util.ULocale;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every language says what English says, and nothing is there that nobody asks for. */
class LanguagesTest {
    private static final Pattern LITERAL = Pattern.compile("\"([a-z][^\"\\s]*)\"");

    @AfterEach
    void inEnglishAgain() {
        Words.speak(Language.ENGLISH);
    }

    static List<String> folders() {
        return Words.folders();
    }

    static List<Language> translations() {
        return Language.all().stream().filter(each -> !each.equals(Language.ENGLISH)).toList();
    }

    @ParameterizedTest
    @MethodSource("folders")
    void everyLanguageHasTheSameKeysWithTheSameSlots(String folder) {
        assertThat(translations()).isNotEmpty();
        Map<String, String> english = Language.ENGLISH.texts(folder, "texts");
        for (Language language : translations()) {
            Map<String, String> own = language.translated(folder);
            assertThat(own.keySet()).as(language + " " + folder).isEqualTo(english.keySet());
            own.forEach(
                    (key, text) ->
                            assertThat(slots(language, text))
                                    .as(language + " " + key)
                                    .isEqualTo(slots(Language.ENGLISH, english.get(key))));
        }
    }

    private static Set<String> slots(Language language, String text) {
        return new TreeSet<>(
                new MessageFormat(text, new ULocale(language.code())).getArgumentNames());
    }

    /** A key stands in the sources, whole or up to where a value is put behind it. */
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
        assertThat(Words.keys())
                .filteredOn(key -> !isAskedFor(key, literals))
                .as("texts that nobody asks for")
                .isEmpty();
    }

    private static boolean isAskedFor(String key, Set<String> literals) {
        return literals.contains(key)
                || literals.stream()
                        .anyMatch(begun -> begun.endsWith(".") && key.startsWith(begun));
    }

    /** What German writes otherwise than English. */
    @Test
    void germanHasItsOwnPluralsNumbersAndDates() {
        Words.speak(new Language("de"));
        assertThat(Words.text("items", 1, Sizes.inWords(1))).isEqualTo("1 Element, 1 Byte");
        assertThat(Words.text("items", 12_000, Sizes.inWords(8_400_000)))
                .isEqualTo("12.000 Elemente, 8,4 MB");
        assertThat(Dates.day(Instant.parse("2026-11-23T12:00:00Z"))).isEqualTo("23. Nov. 2026");
        assertThat(Dates.duration(Duration.ofMillis(6_100))).isEqualTo("6,1 s");
        assertThat(Words.text("ends.brief.much", "3 MB", 1)).isEqualTo("3 MB an 1 Stelle");
    }
}
