package app.lacuna.failure;

/** Somebody else works on the same generations at the moment. */
public final class RoundIsRunning extends LacunaException {
    public RoundIsRunning() {
        super("another run is under way");
    }
}
