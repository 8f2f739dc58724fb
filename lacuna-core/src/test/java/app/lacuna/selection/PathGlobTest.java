package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.FileSystems;
import java.nio.file.Path;
import java.nio.file.PathMatcher;
import java.util.Random;
import java.util.regex.PatternSyntaxException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
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

    @ParameterizedTest
    @CsvSource({
        "'a\\[1\\].txt', a[1].txt, true",
        "'[!a]*', bc, true",
        "'[!a]*', ac, false",
        "'[a-c]?', b1, true",
        "'{a,b*,}.txt', bcd.txt, true",
        "'{a,b*,}.txt', .txt, true",
        "'{a,b}/c', b/c, true",
        "'a,b}', 'a,b}', true",
    })
    void knowsBracketsBracesAndEscapes(String pattern, String path, boolean expected) {
        assertThat(new PathGlob(pattern).matches(path)).isEqualTo(expected);
    }

    /** The JDK's matcher for the same syntax is the judge. */
    @Test
    void agreesWithTheMatcherOfTheSystem() {
        Random random = new Random(7);
        String signs = "aab**?/.[a]{a,b}";
        for (int i = 0; i < 20_000; i++) {
            String pattern = some(random, signs, 8).replaceAll("/+$|^/+", "");
            String path = some(random, "aab/.", 8).replaceAll("/+", "/").replaceAll("^/|/$", "");
            if (!pattern.contains("/") || path.isEmpty()) {
                continue;
            }
            PathMatcher judge;
            try {
                judge = FileSystems.getDefault().getPathMatcher("glob:" + pattern);
            } catch (PatternSyntaxException e) {
                continue;
            }
            boolean expected = false;
            Path whole = Path.of(path);
            for (int part = 1; part <= whole.getNameCount(); part++) {
                expected |= judge.matches(whole.subpath(0, part));
            }
            assertThat(new PathGlob(pattern).matches(path))
                    .as("%s on %s", pattern, path)
                    .isEqualTo(expected);
        }
    }

    private static String some(Random random, String signs, int most) {
        StringBuilder text = new StringBuilder();
        for (int i = random.nextInt(most) + 1; i > 0; i--) {
            text.append(signs.charAt(random.nextInt(signs.length())));
        }
        return text.toString();
    }

    /** With a matcher that goes back and tries again these take minutes. */
    @Test
    @Timeout(20)
    void starsUponStarsAreNoTrouble() {
        String letters = "a".repeat(5_000);
        assertThat(new PathGlob("*a".repeat(30) + "*b").matches(letters)).isFalse();
        assertThat(new PathGlob("**/".repeat(30) + "b").matches("a/".repeat(2_000))).isFalse();
        assertThat(new PathGlob("{a,aa,aaa}*{a,aa}*".repeat(20)).matches(letters)).isTrue();
    }

    @Test
    void alsoNamesThatThisSystemCanNotHave() {
        assertThat(new PathGlob("*").matches("a\0b")).isTrue();
    }

    @Test
    void refusesNonsense() {
        assertThatThrownBy(() -> new PathGlob("[a")).isInstanceOf(PatternSyntaxException.class);
    }
}
