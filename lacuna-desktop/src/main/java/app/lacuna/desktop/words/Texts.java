package app.lacuna.desktop.words;

/**
 * Whoever has texts of their own: each place, beside its classes. The files are {@code
 * texts.properties}, which is translated, and {@code slots.properties}, which is not. Named in
 * {@code META-INF/services}.
 */
@FunctionalInterface
public interface Texts {
    /** The package in which the two files are, with dots. */
    String folder();
}
