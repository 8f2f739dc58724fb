package app.lacuna.password;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.lacuna.common.Secret;
import java.security.SecureRandom;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StrengthTest {
    private final StrengthMeter meter = new StrengthMeter();

    private Strength of(String password, String... related) {
        try (Secret secret = Secret.takeOver(password.toCharArray())) {
            return meter.of(secret, List.of(related));
        }
    }

    /**
     * Wheeler 2016 and the examples that its authors publish with the method: orders of magnitude
     * of the number of guesses ("correcthorsebatterystaple" about 10^14, "Tr0ub4dour&3" about
     * 10^11; both from memory of the published list).
     */
    @ParameterizedTest
    @CsvSource({
        "zxcvbn, 1, 3",
        "password, 0, 1",
        "qwER43@!, 7, 9",
        "Tr0ub4dour&3, 7, 12",
        "correcthorsebatterystaple, 13, 16",
        "D0g.................., 5, 9",
        "abcdefghijk987654321, 4, 7",
        "13/5/1999, 3, 6",
        "1Kf1a4aGqhkBRxQ4, 14, 17"
    })
    void estimatesWhatItsAuthorsPublish(String password, double from, double to) {
        assertThat(of(password).guessesLog10()).isBetween(from, to);
    }

    @ParameterizedTest
    @CsvSource({
        "'', EMPTY",
        "x7q, SHORT",
        "password1, COMMON_PASSWORD",
        "13/5/1999, DATE",
        "abcdefgh, SEQUENCE",
        "vqkvqkvqkvqk, REPEAT",
        "rfvbgtyhn, KEYBOARD"
    })
    void saysWhyItIsWeak(String password, Weakness expected) {
        assertThat(of(password).weakness()).contains(expected);
    }

    @Test
    void namesOfFilesAreTriedFirst() {
        String password = "saltmarshcauseway";
        assertThat(of(password, "Saltmarsh Causeway.zip").guessesLog10())
                .isLessThan(of(password).guessesLog10() - 2);
        assertThat(of(password, "Saltmarsh Causeway.zip").weakness()).contains(Weakness.NAME);
    }

    @Test
    void veryLongPasswordsDoNotTakeForever() {
        assertThat(of("tide level ".repeat(500)).guessesLog10()).isPositive();
    }

    @Test
    void timeIsGuessesTimesTheirCost() {
        Strength strength = Strength.ofRandom(12);
        TimeToGuess rack = TimeToGuess.of(strength, GuessCost.AES_ENTRY, Attacker.RACK);
        // 1e12 guesses of 2,000 compressions at 4e12 a second
        assertThat(Math.pow(10, rack.secondsLog10())).isCloseTo(500, within(0.01));
        assertThat(rack.unit()).isEqualTo(TimeToGuess.Unit.MINUTE);
        assertThat(rack.count()).isCloseTo(8.33, within(0.01));
        TimeToGuess laptop = TimeToGuess.of(strength, GuessCost.AES_ENTRY, Attacker.LAPTOP);
        assertThat(laptop.secondsLog10() - rack.secondsLog10())
                .isCloseTo(Math.log10(4_000), within(1e-9));
    }

    /** Both are counted low, and still a hundred times and more what an entry of ZIP costs. */
    @Test
    void aBackupCostsMoreThanAnEntry() {
        Strength strength = Strength.ofRandom(12);
        double entry = TimeToGuess.of(strength, GuessCost.AES_ENTRY, Attacker.RACK).secondsLog10();
        assertThat(TimeToGuess.of(strength, GuessCost.ARGON2, Attacker.RACK).secondsLog10())
                .isCloseTo(entry + Math.log10(589_824 / 2_000.0), within(1e-9));
        assertThat(
                        TimeToGuess.of(strength, GuessCost.OPENPGP_ITERATED, Attacker.RACK)
                                .secondsLog10())
                .isCloseTo(entry + Math.log10(1_015_808 / 2_000.0), within(1e-9));
    }

    @Test
    void traditionalEncryptionDoesNotGoThroughThePassword() {
        TimeToGuess time =
                TimeToGuess.of(Strength.ofRandom(100), GuessCost.TRADITIONAL, Attacker.LAPTOP);
        assertThat(time.onScale()).isZero();
        assertThat(time.outlastsTheEarth()).isFalse();
    }

    @Test
    void scaleEndsAtTheAgeOfTheEarth() {
        TimeToGuess long1 =
                TimeToGuess.of(Strength.ofRandom(60), GuessCost.AES_ENTRY, Attacker.RACK);
        assertThat(long1.outlastsTheEarth()).isTrue();
        assertThat(long1.onScale()).isEqualTo(1);
        TimeToGuess none = TimeToGuess.of(Strength.ofRandom(0), GuessCost.AES_ENTRY, Attacker.RACK);
        assertThat(none.onScale()).isZero();
        assertThat(none.count()).isZero();
    }

    @Test
    void madePasswordsAreRandomAndTypable() {
        PasswordMaker maker = new PasswordMaker(new SecureRandom());
        assertThat(maker.list()).hasSize(7_776).doesNotHaveDuplicates();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < 300; i++) {
            try (Secret secret = maker.characters(16)) {
                String made = secret.withCharacters(Object::toString);
                assertThat(made)
                        .hasSize(16)
                        .matches("[a-zA-Z2-9]+")
                        .doesNotContainPattern("[IlO01yz]");
                assertThat(TypingTraps.in(secret)).isEmpty();
                seen.add(made);
            }
            try (Secret secret = maker.words(6)) {
                String made = secret.withCharacters(Object::toString);
                seen.add(made);
                assertThat(made.length()).isGreaterThan(22);
            }
        }
        assertThat(seen).hasSize(600);
    }

    /** Every character about equally often: the chi-squared statistic of 52 degrees of freedom. */
    @Test
    void noCharacterIsPreferred() {
        PasswordMaker maker = new PasswordMaker(new SecureRandom());
        int[] counts = new int[PasswordMaker.ALPHABET.length()];
        int all = 64 * 1_000;
        for (int i = 0; i < 1_000; i++) {
            try (Secret secret = maker.characters(64)) {
                secret.withCharacters(
                        characters -> {
                            characters
                                    .chars()
                                    .forEach(c -> counts[PasswordMaker.ALPHABET.indexOf(c)]++);
                            return null;
                        });
            }
        }
        double expected = (double) all / counts.length;
        double chi = 0;
        for (int count : counts) {
            chi += (count - expected) * (count - expected) / expected;
        }
        // exceeded once in a hundred million runs
        assertThat(chi).isLessThan(52 + 6 * Math.sqrt(2 * 52) + 20);
    }

    @Test
    void strengthOfMadePasswordsIsKnown() {
        assertThat(PasswordMaker.strengthOfCharacters(16).guessesLog10())
                .isCloseTo(16 * Math.log10(53), within(1e-9));
        assertThat(new PasswordMaker(new SecureRandom()).strengthOfWords(6).guessesLog10())
                .isCloseTo(6 * Math.log10(7776), within(1e-9));
    }

    @ParameterizedTest
    @CsvSource({
        "' a', BLANK_AT_THE_START",
        "'a ', BLANK_AT_THE_END",
        "wörd, OTHER_ON_OTHER_KEYBOARDS",
        "lazy, OTHER_ON_OTHER_KEYBOARDS",
        "a@b, OTHER_ON_OTHER_KEYBOARDS"
    })
    void trapsAreNoticed(String password, TypingTraps.Trap expected) {
        try (Secret secret = Secret.takeOver(password.toCharArray())) {
            assertThat(TypingTraps.in(secret)).containsExactly(expected);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "'the password is second hut', second-hut, true",
        "'SECONDHUT', second hut, true",
        "'tuh dnoces', second hut, true",
        "'secund hut', second hut, true",
        "'where we slept in the storm', second hut, false",
        "'abc', abc, true",
        "'the abc of it', abc, false",
        "'', second hut, false",
        "'anything', '', false"
    })
    void hintThatGivesThePasswordAwayIsNoticed(String hint, String password, boolean expected) {
        try (Secret secret = Secret.takeOver(password.toCharArray())) {
            assertThat(HintCheck.givesAway(hint, secret)).isEqualTo(expected);
        }
    }
}
