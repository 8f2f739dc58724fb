package app.lacuna.error;

/** A change to an archive that can not be asked for. Nothing has been changed by asking. */
public final class EditRefused extends LacunaException {
    private static final long serialVersionUID = 1L;

    private final Reason reason;

    public enum Reason {
        NOT_FOUND,
        /** There is something of that name already. */
        NAME_TAKEN,
        /** Empty, with a part that means another place, or with characters that no name has. */
        NAME_IMPOSSIBLE,
        /** It has this path already. */
        SAME_NAME,
        /** A folder can not be moved into itself. */
        INTO_ITSELF,
        /** A file stands where a folder would have to be, or the other way round. */
        OTHER_KIND
    }

    /**
     * @param path inside the archive
     */
    public EditRefused(Reason reason, String path) {
        super("edit refused: " + reason, reason, path);
        this.reason = reason;
    }

    public Reason reason() {
        return reason;
    }
}
