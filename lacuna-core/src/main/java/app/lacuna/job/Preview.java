package app.lacuna.job;

/** What can be shown of an entry's contents, in memory only. */
public sealed interface Preview {
    /**
     * @param cut whether only the beginning is in {@code text}
     */
    record Text(String text, boolean cut) implements Preview {}

    /** A picture in a common format, still encoded. {@code bytes} may be wiped when done. */
    record Picture(byte[] bytes) implements Preview {}

    /** Neither text nor a picture. */
    record Other() implements Preview {}

    /** More than is taken into memory. */
    record TooLarge(long limit) implements Preview {}
}
