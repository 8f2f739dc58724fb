package app.lacuna.extract;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Protection;
import app.lacuna.selection.ItemKind;
import java.time.Instant;
import java.util.regex.PatternSyntaxException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EntryGlobTest {
    private static ArchiveEntry entry(String path) {
        return new ArchiveEntry(
                0, path, ItemKind.FILE, 0, 0, Instant.EPOCH, 0, Protection.NONE, "stored");
    }

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
        assertThat(new EntryGlob(pattern).matches(entry(path))).isEqualTo(expected);
    }

    @Test
    void matchesNothingThatCanNotBeAPath() {
        assertThat(new EntryGlob("*").matches(entry("a\0b"))).isFalse();
    }

    @Test
    void refusesNonsense() {
        assertThatThrownBy(() -> new EntryGlob("[a")).isInstanceOf(PatternSyntaxException.class);
    }
}
