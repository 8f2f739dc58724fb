package app.lacuna.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;

/**
 * Something that can be set, with its choices and what is usual.
 *
 * @param <T> what it can be
 */
public final class Setting<T> {
    private final String name;
    private final ObjectProperty<T> value;
    private final T usual;
    private final List<T> choices;
    private final Function<T, String> words;
    private final ReadOnlyBooleanWrapper kept = new ReadOnlyBooleanWrapper(true);
    private Optional<Supplier<Optional<T>>> other = Optional.empty();

    /**
     * @param name in small letters and dashes: of its texts, and in the file
     * @param value changed by whoever likes; others follow it
     * @param words what a choice is called
     */
    public Setting(
            String name,
            ObjectProperty<T> value,
            T usual,
            List<T> choices,
            Function<T, String> words) {
        this.name = name;
        this.value = value;
        this.usual = usual;
        this.choices = List.copyOf(choices);
        this.words = words;
    }

    /** Also something that is asked for, with a dialog. */
    public Setting<T> orAsk(Supplier<Optional<T>> dialog) {
        other = Optional.of(dialog);
        return this;
    }

    public String name() {
        return name;
    }

    public ObjectProperty<T> value() {
        return value;
    }

    public T usual() {
        return usual;
    }

    public boolean isUsual() {
        return usual.equals(value.get());
    }

    /** What can be chosen, and what has been asked for. */
    public List<T> choices() {
        List<T> all = new ArrayList<>(choices);
        if (!all.contains(value.get())) {
            all.add(value.get());
        }
        return all;
    }

    public String words(T choice) {
        return words.apply(choice);
    }

    public Optional<Supplier<Optional<T>>> other() {
        return other;
    }

    void keptIs(boolean worked) {
        kept.set(worked);
    }

    /** Whether it will be the same at the next start. */
    public ReadOnlyBooleanProperty kept() {
        return kept.getReadOnlyProperty();
    }
}
