package app.lacuna.error;

/** What was given as a password is none that anybody could type again. */
public final class PasswordUnusable extends LacunaException {
    private static final long serialVersionUID = 1L;

    private final Reason reason;

    public enum Reason {
        /** Its bytes are no UTF-8: two different ones could become the same. */
        NOT_TEXT,
        /** It has a NUL in it, which no keyboard has. */
        HAS_NUL,
        /** More than anybody types: what was given is something else. */
        TOO_LONG,
        /** The file that it should be read from is a folder. */
        FOLDER,
        /** The place that it should come from was not given, or can not be read in one go. */
        NO_SOURCE
    }

    public PasswordUnusable(Reason reason) {
        super("unusable as a password: " + reason, reason);
        this.reason = reason;
    }

    public Reason reason() {
        return reason;
    }
}
