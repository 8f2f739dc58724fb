package app.lacuna.error;

/** A disc of a set is needed and is not there. */
public final class DiscMissing extends LacunaException {
    private static final long serialVersionUID = 1L;

    /**
     * @param label of the set
     * @param number of the disc
     * @param count how many discs the set has, 0 if that is not known
     */
    public DiscMissing(String label, int number, int count) {
        super("disc " + number + " of " + count, label, number, count);
    }
}
