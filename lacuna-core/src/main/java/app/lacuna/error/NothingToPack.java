package app.lacuna.error;

/** Nothing that was chosen can be packed. */
public final class NothingToPack extends LacunaException {
    private static final long serialVersionUID = 1L;

    public NothingToPack(int leftOut) {
        super("nothing to pack", leftOut);
    }
}
