package app.lacuna.exposure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RevealingNameTest {
    private static final List<String> CONTENTS =
            List.of("Trench C, Saltmarsh Causeway/survey/levels.csv", "site-diary 2026.txt");

    @ParameterizedTest
    @CsvSource({
        "winter-heron.zip, ",
        "2026-11-24.zip, ",
        "2026.zip, ",
        "my Secret.zip, Secret",
        "causeway-winter.zip, causeway",
        "diary.ZIP, diary",
        "c.zip, ",
        "survey_notes.zip, survey",
        "zip.zip, "
    })
    void oneWordIsEnough(String name, String expected) {
        assertThat(RevealingName.wordIn(name, CONTENTS)).isEqualTo(Optional.ofNullable(expected));
    }
}
