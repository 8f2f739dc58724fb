package app.lacuna.error;

/** A new archive did not come back as it was written; it has not been kept. */
public final class ProofFailed extends LacunaException {
    private static final long serialVersionUID = 1L;

    public ProofFailed(int wrongItems, int items) {
        super("the proof failed", wrongItems, items);
    }
}
