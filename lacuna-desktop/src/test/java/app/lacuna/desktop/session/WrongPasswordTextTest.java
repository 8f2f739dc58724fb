package app.lacuna.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.Secret;
import app.lacuna.desktop.words.FailureText;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WrongPasswordTextTest {
    /** "y" and "z" change places between keyboards; "a" does on others. */
    @ParameterizedTest
    @CsvSource(
            ignoreLeadingAndTrailingWhitespace = false,
            value = {
                " hut,WrongPasswordBlank",
                "hut ,WrongPasswordBlank",
                "zebra,WrongPasswordKeyboard",
                "1 2,WrongPassword"
            })
    void of_namesWhatMayHaveGoneWrong(String typed, String key) {
        try (Secret secret = Secret.takeOver(typed.toCharArray())) {
            assertThat(WrongPasswordText.of(secret)).isEqualTo(FailureText.named(key));
        }
    }
}
