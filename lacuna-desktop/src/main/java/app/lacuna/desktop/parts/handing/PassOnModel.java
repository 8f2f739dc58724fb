package app.lacuna.desktop.parts.handing;

import app.lacuna.common.Secret;
import app.lacuna.desktop.words.Words;
import app.lacuna.print.SpellingAlphabet;
import app.lacuna.print.SpellingAlphabet.Spelled;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** The password on its way to whoever gets the archive: never the way that the archive goes. */
public final class PassOnModel {
    private final Supplier<Optional<Secret>> password;
    private final ReadOnlyBooleanWrapper done = new ReadOnlyBooleanWrapper();
    private final ReadOnlyBooleanWrapper kept = new ReadOnlyBooleanWrapper(true);
    private final ReadOnlyObjectWrapper<List<Spelled>> spelled =
            new ReadOnlyObjectWrapper<>(List.of());

    /**
     * @param password as long as it is kept; whoever asks closes it
     */
    public PassOnModel(Supplier<Optional<Secret>> password) {
        this.password = password;
    }

    /** Whether it is still known here. */
    public ReadOnlyBooleanProperty kept() {
        return kept.getReadOnlyProperty();
    }

    /** It is not shown any more, and may have been forgotten. */
    public void lock() {
        hide();
        kept.set(with(secret -> true).isPresent());
    }

    public void readOut() {
        spelled.set(
                with(secret -> SpellingAlphabet.spell(secret, Words.language().locale()))
                        .orElse(List.of()));
    }

    public void hide() {
        spelled.set(List.of());
    }

    /** The user says that the other side has it. */
    public void isDone() {
        hide();
        done.set(true);
    }

    <T> Optional<T> with(Function<Secret, T> use) {
        Optional<Secret> kept = password.get();
        try {
            return kept.map(use);
        } finally {
            kept.ifPresent(Secret::close);
        }
    }

    public ReadOnlyBooleanProperty done() {
        return done.getReadOnlyProperty();
    }

    /** The characters that are read out at the moment; none if nothing is shown. */
    public ReadOnlyObjectProperty<List<Spelled>> spelled() {
        return spelled.getReadOnlyProperty();
    }
}
