package app.lacuna.error;

/** A part of a split archive is not beside the others, or is not the part that belongs there. */
public final class VolumeMissing extends LacunaException {
    private static final long serialVersionUID = 1L;

    private final String part;
    private final Trouble trouble;

    public enum Trouble {
        NOT_THERE,
        /** Something is there under its name, and it belongs to another place or archive. */
        SWAPPED
    }

    /**
     * @param part the file name of the part
     */
    public VolumeMissing(String part, Trouble trouble) {
        super("a part of the archive is missing", part);
        this.part = part;
        this.trouble = trouble;
    }

    public String part() {
        return part;
    }

    public Trouble trouble() {
        return trouble;
    }
}
