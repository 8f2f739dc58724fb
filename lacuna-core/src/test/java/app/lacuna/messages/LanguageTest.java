package app.lacuna.messages;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class LanguageTest {
    private static final Path RESOURCES = Path.of("src/main/resources/app/lacuna");
    private static final Pattern SLOT = Pattern.compile("\\{\\w+}");

    /** The packages of the core that have texts. */
    static List<String> packages() throws IOException {
        try (Stream<Path> files = Files.walk(RESOURCES)) {
            return files.filter(file -> file.endsWith("texts.properties"))
                    .map(file -> "app.lacuna." + RESOURCES.relativize(file.getParent()))
                    .map(folder -> folder.replace('/', '.'))
                    .sorted()
                    .toList();
        }
    }

    @Test
    void englishIsFirstAndAFolderIsALanguage() throws IOException {
        assertThat(Language.all().get(0)).isEqualTo(Language.ENGLISH);
        try (Stream<Path> folders = Files.list(RESOURCES.resolve("languages"))) {
            assertThat(folders.map(folder -> folder.getFileName().toString()))
                    .allSatisfy(code -> assertThat(Language.named(code)).isPresent())
                    .hasSize(Language.all().size() - 1);
        }
        assertThat(packages()).hasSizeGreaterThan(3);
    }

    @ParameterizedTest
    @MethodSource("packages")
    void everyLanguageHasTheSameKeysWithTheSameSlots(String folder) {
        Map<String, String> english = Language.ENGLISH.texts(folder, "texts");
        for (Language language : Language.all().subList(1, Language.all().size())) {
            Map<String, String> own = language.translated(folder);
            assertThat(own.keySet()).as(language + " " + folder).isEqualTo(english.keySet());
            own.forEach(
                    (key, text) ->
                            assertThat(slots(text)).as(key).isEqualTo(slots(english.get(key))));
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

    @ParameterizedTest
    @CsvSource({
        "de, '', en_US, de",
        "en, de, de_DE, en",
        "'', de, en_US, de",
        "'', '', de_AT, de",
        "'', '', fr_FR, en",
        "xx, de, en_US, de",
        "de_AT.UTF-8, '', en_US, de",
        "../de, '', en_US, en"
    })
    void theEnvironmentIsAskedBeforeTheSettingsAndTheSystem(
            String variable, String chosen, String system, String spoken) {
        Map<String, String> environment =
                variable.isEmpty() ? Map.of() : Map.of(Language.VARIABLE, variable);
        Optional<String> setting = Optional.of(chosen).filter(name -> !name.isEmpty());
        Locale locale = Locale.forLanguageTag(system.replace('_', '-'));
        assertThat(Language.spoken(environment, setting, locale).code()).isEqualTo(spoken);
    }

    @Test
    void whatIsNotTranslatedIsSaidInEnglish() {
        Language nobodys = new Language("xx");
        assertThat(nobodys.translated("app.lacuna.print")).isEmpty();
        assertThat(nobodys.texts("app.lacuna.print", "texts")).containsEntry("sign.0037", "seven");
    }

    @Test
    void languagesAreCalledByTheirOwnNames() {
        assertThat(Language.all()).extracting(Language::ownName).contains("English", "Deutsch");
    }
}
