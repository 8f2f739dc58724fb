package app.lacuna;

/**
 * A share of everything that could be tried: the same in each run. {@code -Dtests.every=1} tries
 * all of it, {@code -Dtests.first=N} begins elsewhere.
 */
public final class Share {
    private Share() {}

    /** Try so many steps apart. */
    public static int every(int usual) {
        return Integer.getInteger("tests.every", usual);
    }

    /** The size of a file: large ones are packed in blocks, which takes long. */
    public static int bytes(int usual, int whenAllIsTried) {
        return every(0) == 1 ? whenAllIsTried : usual;
    }

    /** Begin with this one. */
    public static int first(int usual) {
        return Integer.getInteger("tests.first", 0) % every(usual);
    }
}
