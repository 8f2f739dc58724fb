package app.lacuna.desktop.parts.password;

import app.lacuna.common.Outcome;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.password.Strength;
import app.lacuna.password.StrengthMeter;
import app.lacuna.password.TypingTraps;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;

/** Measures the password in the background while it is typed. */
public final class StrengthModel {
    private final Job measuring;
    private final StrengthMeter meter = new StrengthMeter();
    private final ObservableValue<String> password;
    private final Supplier<List<String>> related;
    private final ReadOnlyObjectWrapper<Optional<Strength>> strength =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Set<TypingTraps.Trap>> traps =
            new ReadOnlyObjectWrapper<>(Set.of());
    private Optional<Made> made = Optional.empty();

    /** A password of which it is known how it was made. */
    private record Made(String text, Strength strength) {}

    /**
     * @param related words that a guesser would try first
     */
    public StrengthModel(
            Lifetime life, ObservableValue<String> password, Supplier<List<String>> related) {
        this.measuring = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        this.password = password;
        this.related = related;
        password.addListener((property, before, now) -> measure());
    }

    private void measure() {
        String text = password.getValue();
        if (made.isPresent() && made.get().text().equals(text)) {
            measuring.forget();
            strength.set(Optional.of(made.get().strength()));
            traps.set(Set.of());
            return;
        }
        made = Optional.empty();
        if (text.isEmpty()) {
            measuring.forget();
            strength.set(Optional.empty());
            traps.set(Set.of());
            return;
        }
        List<String> words = related.get();
        Secret secret = Secret.takeOver(text.toCharArray());
        measuring.start(
                (listener, cancel) -> new Measured(meter.of(secret, words), TypingTraps.in(secret)),
                this::measured,
                late -> {},
                secret::close);
    }

    private record Measured(Strength strength, Set<TypingTraps.Trap> traps) {}

    private void measured(Outcome<Measured> outcome) {
        outcome.match(
                done -> {
                    strength.set(Optional.of(done.strength()));
                    traps.set(done.traps());
                },
                () -> {},
                measuring::tell);
    }

    /** Told before the password is set: what was made at random need not be estimated. */
    void willBe(String text, Strength known) {
        made = Optional.of(new Made(text, known));
    }

    /** Empty while there is no password. */
    public ReadOnlyObjectProperty<Optional<Strength>> strength() {
        return strength.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Set<TypingTraps.Trap>> traps() {
        return traps.getReadOnlyProperty();
    }
}
