package app.lacuna.error;

/** The archive claims more than is taken for honest. The user can allow it, knowingly. */
public final class LimitExceeded extends LacunaException {
    private static final long serialVersionUID = 1L;

    private final Limit limit;

    public enum Limit {
        ENTRIES,
        RATIO
    }

    public LimitExceeded(Limit limit, long allowed, long found) {
        super("more than the limit allows: " + limit, limit, allowed, found);
        this.limit = limit;
    }

    public Limit limit() {
        return limit;
    }
}
