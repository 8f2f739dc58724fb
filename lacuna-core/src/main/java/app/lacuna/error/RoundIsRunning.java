package app.lacuna.error;

/** Somebody else works on the same generations at the moment. */
public final class RoundIsRunning extends LacunaException {
    private static final long serialVersionUID = 1L;

    public RoundIsRunning() {
        super("another run is under way");
    }
}
