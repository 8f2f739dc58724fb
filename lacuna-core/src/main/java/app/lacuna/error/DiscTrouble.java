package app.lacuna.error;

import org.jspecify.annotations.Nullable;

/** A disc could not be burned. The image that it was to be burned from is as it was. */
public final class DiscTrouble extends LacunaException {
    private static final long serialVersionUID = 1L;

    private final Reason reason;

    /** Why. */
    public enum Reason {
        NO_DISC,
        /** Something is on it already. */
        NOT_BLANK,
        TOO_SMALL,
        /** The image is not what it was when it was made. */
        IMAGE_CHANGED,
        /** The disc is spoiled. */
        WRITING_FAILED,
        /** What was read back is not what was written. */
        NOT_THE_SAME,
        /** Another disc than the one that was asked for. */
        ANOTHER_DISC
    }

    /**
     * @param label of the disc that was to be burned
     * @param found what stands on the disc that is there, empty if that is not known
     */
    public DiscTrouble(Reason reason, String label, String found, @Nullable Throwable cause) {
        super(reason + " for a disc", label, found);
        this.reason = reason;
        initCause(cause);
    }

    public DiscTrouble(Reason reason, String label, String found) {
        this(reason, label, found, null);
    }

    public Reason reason() {
        return reason;
    }
}
