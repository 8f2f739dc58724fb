package app.lacuna.desktop.parts.password;

import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.password.HintCheck;
import app.lacuna.password.Strength;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** A new password with all that is known of it: how it is typed, how strong it is, who made it. */
public final class NewPassword {
    private final PasswordModel typed = new PasswordModel();
    private final StrengthModel strength;
    private final KeySlipModel keySlip;
    private Optional<String> made = Optional.empty();

    /**
     * @param related words that a guesser would try first
     * @param archive what the password is for
     */
    public NewPassword(Lifetime life, Supplier<List<String>> related, Supplier<Path> archive) {
        strength = new StrengthModel(life, typed.first(), related);
        keySlip = new KeySlipModel(life, typed::secret, archive);
        typed.first()
                .addListener(
                        (property, before, now) ->
                                made = made.filter(own -> own.equals(now))); // typed over
    }

    /** Puts a made password into both fields, shown, where it stays until it is used. */
    public void take(Secret secret, Strength known) {
        String text = secret.withCharacters(Object::toString);
        strength.willBe(text, known);
        typed.showing().set(true);
        typed.first().set(text);
        typed.second().set(text);
        made = Optional.of(text);
    }

    /** What is in the fields was made on another page, and nobody knows it yet. */
    public void isMadeElsewhere() {
        typed.showing().set(true);
        made = Optional.of(typed.first().get());
    }

    /** For a job that starts now; the caller closes it. The fields keep their text. */
    public TakenPassword taken() {
        return new TakenPassword(typed.secret(), isMade());
    }

    /** Whether it was made here, so that nobody knows it yet. */
    public boolean isMade() {
        return made.isPresent();
    }

    public boolean isGivenAwayBy(String hint) {
        try (Secret secret = typed.secret()) {
            return HintCheck.givesAway(hint, secret);
        }
    }

    public void clear() {
        made = Optional.empty();
        typed.clear();
    }

    public PasswordModel typed() {
        return typed;
    }

    public StrengthModel strength() {
        return strength;
    }

    public KeySlipModel keySlip() {
        return keySlip;
    }
}
