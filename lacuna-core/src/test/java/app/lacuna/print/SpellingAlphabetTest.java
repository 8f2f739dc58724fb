package app.lacuna.print;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.Secret;
import app.lacuna.interop.Outside;
import app.lacuna.print.SpellingAlphabet.Kind;
import app.lacuna.print.SpellingAlphabet.Spelled;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;

class SpellingAlphabetTest {
    private static List<Spelled> spell(String password) {
        try (Secret secret = Secret.takeOver(password.toCharArray())) {
            return SpellingAlphabet.spell(secret, Locale.ENGLISH);
        }
    }

    /**
     * Against a package that knows the same list (nato-phonetic-alphabet on npm); its one other
     * spelling is that of the drink outside Ireland and America.
     */
    @Test
    void lettersHaveTheirCodeWords() throws IOException {
        String words = Outside.codeWords().strip();
        List<String> known =
                List.of(words.toLowerCase(Locale.ROOT).replace("whisky", "whiskey").split(","));
        assertThat(known).hasSize(26);
        assertThat(spell("abcdefghijklmnopqrstuvwxyz"))
                .extracting(s -> s.words().toLowerCase(Locale.ROOT))
                .isEqualTo(known);
        assertThat(spell("AJWX"))
                .extracting(Spelled::words)
                .containsExactly("Alfa", "Juliett", "Whiskey", "X-ray");
    }

    @Test
    void everyCharacterIsSaid() {
        List<Spelled> spelled = spell("aB7-ü 発\uD83D\uDE00");
        assertThat(spelled)
                .extracting(Spelled::kind)
                .containsExactly(
                        Kind.SMALL,
                        Kind.CAPITAL,
                        Kind.DIGIT,
                        Kind.SIGN,
                        Kind.SIGN,
                        Kind.SIGN,
                        Kind.SIGN,
                        Kind.SIGN);
        assertThat(spelled)
                .extracting(Spelled::words)
                .containsExactly(
                        "Alfa",
                        "Bravo",
                        "seven",
                        "hyphen",
                        "small u with two dots",
                        "blank",
                        "cjk unified ideographs 767a",
                        "grinning face");
        assertThat(spelled.toString()).doesNotContain("Alfa", "seven");
    }

    @Test
    void digitsAndSignsAreCalledAsInTheLanguage() {
        try (Secret secret = Secret.takeOver("a7 ü\u0642".toCharArray())) {
            assertThat(SpellingAlphabet.spell(secret, Locale.GERMAN))
                    .extracting(Spelled::words)
                    .containsExactly(
                            "Alfa", "sieben", "Leerzeichen", "kleines Ü", "arabic letter qaf");
        }
    }
}
