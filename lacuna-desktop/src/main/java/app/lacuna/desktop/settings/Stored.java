package app.lacuna.desktop.settings;

import app.lacuna.state.Settings;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;

/** Settings that are kept in the file, a line for each; what is as usual has none. */
public final class Stored {
    private Stored() {}

    /**
     * @param read of what stands in the file; nothing if it makes no sense
     * @param write what stands in the file, on one line
     */
    public static <T> Setting<T> in(
            Settings file,
            String name,
            T usual,
            List<T> choices,
            Function<T, String> words,
            Function<String, Optional<T>> read,
            Function<T, String> write) {
        return elsewhere(
                name,
                file.get(name).flatMap(read).orElse(usual),
                usual,
                choices,
                words,
                after -> {
                    if (after.equals(usual)) {
                        file.forget(name);
                    } else {
                        file.set(name, write.apply(after));
                    }
                });
    }

    /** Keeps what has been set. */
    @FunctionalInterface
    public interface Keeping<T> {
        void keep(T value) throws IOException;
    }

    /**
     * One that is kept in another way.
     *
     * @param now as it is kept
     */
    public static <T> Setting<T> elsewhere(
            String name,
            T now,
            T usual,
            List<T> choices,
            Function<T, String> words,
            Keeping<T> keeping) {
        ObjectProperty<T> value = new SimpleObjectProperty<>(now);
        Setting<T> setting = new Setting<>(name, value, usual, choices, words);
        value.addListener(
                (property, before, after) -> {
                    try {
                        keeping.keep(after);
                        setting.keptIs(true);
                    } catch (IOException e) {
                        setting.keptIs(false); // it holds until the window closes
                    }
                });
        return setting;
    }

    /** A number: one of the choices, or another that somebody has written into the file. */
    public static Setting<Integer> number(
            Settings file,
            String name,
            int usual,
            List<Integer> choices,
            Function<Integer, String> words) {
        int most = choices.stream().mapToInt(Integer::intValue).max().orElse(usual);
        return in(
                file,
                name,
                usual,
                choices,
                words,
                text -> asNumber(text).filter(number -> number >= 0 && number <= most),
                String::valueOf);
    }

    private static Optional<Integer> asNumber(String text) {
        try {
            return Optional.of(Integer.parseInt(text.strip()));
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    /** One of an enum, by the names of its values. */
    public static <E extends Enum<E>> Setting<E> oneOf(
            Settings file, String name, E usual, Function<E, String> words) {
        Class<E> type = usual.getDeclaringClass();
        List<E> all = List.of(type.getEnumConstants());
        return in(
                file,
                name,
                usual,
                all,
                words,
                text -> all.stream().filter(each -> each.name().equals(text.strip())).findFirst(),
                Enum::name);
    }

    /** Yes or no. */
    public static Setting<Boolean> yesOrNo(
            Settings file, String name, boolean usual, Function<Boolean, String> words) {
        return in(
                file,
                name,
                usual,
                List.of(true, false),
                words,
                text ->
                        text.strip().matches("yes|no")
                                ? Optional.of(text.strip().equals("yes"))
                                : Optional.empty(),
                value -> value ? "yes" : "no");
    }

    /** A text; empty if nothing is chosen. */
    public static Setting<String> text(
            Settings file, String name, List<String> choices, Function<String, String> words) {
        return in(file, name, "", choices, words, Optional::of, value -> value);
    }
}
