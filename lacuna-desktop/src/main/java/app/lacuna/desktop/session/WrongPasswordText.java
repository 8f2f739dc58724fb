package app.lacuna.desktop.session;

import app.lacuna.common.Secret;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.password.TypingTraps;
import app.lacuna.password.TypingTraps.Trap;
import java.util.Set;

/** Says of a wrong password what about it may have gone wrong while it was typed. */
public final class WrongPasswordText {
    private WrongPasswordText() {}

    public static FailureText of(Secret typed) {
        Set<Trap> traps = TypingTraps.in(typed);
        if (traps.contains(Trap.BLANK_AT_THE_START) || traps.contains(Trap.BLANK_AT_THE_END)) {
            return FailureText.named("WrongPasswordBlank");
        }
        return FailureText.named(
                traps.contains(Trap.OTHER_ON_OTHER_KEYBOARDS)
                        ? "WrongPasswordKeyboard"
                        : "WrongPassword");
    }
}
