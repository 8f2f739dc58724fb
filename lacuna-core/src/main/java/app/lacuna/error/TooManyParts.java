package app.lacuna.error;

/** An archive in parts of that size would need more parts than their names can count. */
public final class TooManyParts extends LacunaException {
    private static final long serialVersionUID = 1L;

    public TooManyParts(int most) {
        super("more parts than can be numbered", most);
    }
}
