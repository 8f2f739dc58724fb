package app.lacuna.error;

/** The archive, or one entry of it, uses something that is not read here. */
public final class UnsupportedFeature extends LacunaException {
    private static final long serialVersionUID = 1L;

    /**
     * @param feature the trade's own term, such as "compression method 12"
     * @param entry path inside the archive, empty when it concerns the whole
     */
    public UnsupportedFeature(String feature, String entry) {
        super("not supported: " + feature, feature, entry);
    }
}
