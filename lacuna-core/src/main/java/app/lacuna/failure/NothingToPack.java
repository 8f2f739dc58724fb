package app.lacuna.failure;

/** Nothing that was chosen can be packed. */
public final class NothingToPack extends LacunaException {
    public NothingToPack(int leftOut) {
        super("nothing to pack", leftOut);
    }
}
