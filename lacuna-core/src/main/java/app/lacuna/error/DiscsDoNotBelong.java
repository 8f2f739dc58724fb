package app.lacuna.error;

/** Discs of several sets were given for one. */
public final class DiscsDoNotBelong extends LacunaException {
    private static final long serialVersionUID = 1L;

    /**
     * @param label of a set
     * @param other of a disc that is not of that set
     */
    public DiscsDoNotBelong(String label, String other) {
        super("discs of two sets", label, other);
    }
}
