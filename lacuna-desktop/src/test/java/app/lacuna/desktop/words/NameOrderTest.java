package app.lacuna.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.messages.Language;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NameOrderTest {
    @AfterEach
    void inEnglishAgain() {
        Words.speak(Language.ENGLISH);
    }

    @ParameterizedTest
    @CsvSource({
        "a, Ärger.txt, true",
        "ä, arger.txt, true",
        "STRASSE, Straße 7, true",
        "e\u0301t, Été.jpg, true",
        "発, 発掘.jpg, true",
        "b, Ärger.txt, false"
    })
    void findingDoesNotMindCaseAndAccents(String wanted, String name, boolean found) {
        assertThat(NameOrder.finding(wanted).test(name)).isEqualTo(found);
    }

    /** DIN 5007-1, which sorts an umlaut as its vowel (from memory). */
    @Test
    void umlautsStandWithTheirVowels() {
        Words.speak(new Language("de"));
        List<String> names =
                new ArrayList<>(
                        List.of("Zange", "Öl", "apfel", "Ofen", "Äther", "Straße", "Strand"));
        names.sort(NameOrder.byName());
        assertThat(names)
                .containsExactly("apfel", "Äther", "Ofen", "Öl", "Strand", "Straße", "Zange");
    }

    @Test
    void anOrderCanBeUsedByManyThreads() {
        List<String> names = new ArrayList<>();
        for (int i = 0; i < 20_000; i++) {
            names.add("höhe-" + (i * 7919) % 20_000);
        }
        var order = NameOrder.byName();
        List<String> sorted = names.parallelStream().sorted(order).toList();
        assertThat(sorted).isSortedAccordingTo(order);
    }
}
