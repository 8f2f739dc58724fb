package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.regex.PatternSyntaxException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PathGlobTest {
    @ParameterizedTest
    @CsvSource({
        "*.jpg, dig/photographs/a.jpg, true",
        "*.jpg, dig/a.jpeg, false",
        "photographs, dig/photographs/a.jpg, true",
        "photo*, dig/photographs/a.jpg, true",
        "dig/survey, dig/survey/levels.csv, true",
        "dig/survey/, dig/survey/levels.csv, true",
        "survey/levels.csv, dig/survey/levels.csv, false",
        "**/levels.csv, dig/survey/levels.csv, true",
        "dig/*/levels.csv, dig/survey/levels.csv, true",
        "dig/*.csv, dig/survey/levels.csv, false",
        ".survey-session, dig/survey/.survey-session, true"
    })
    void matches(String pattern, String path, boolean expected) {
        assertThat(new PathGlob(pattern).matches(path)).isEqualTo(expected);
    }

    @Test
    void matchesNothingThatCanNotBeAPath() {
        assertThat(new PathGlob("*").matches("a\0b")).isFalse();
    }

    @Test
    void refusesNonsense() {
        assertThatThrownBy(() -> new PathGlob("[a")).isInstanceOf(PatternSyntaxException.class);
    }
}
