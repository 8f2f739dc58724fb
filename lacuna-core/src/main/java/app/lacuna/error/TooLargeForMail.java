package app.lacuna.error;

import app.lacuna.common.ByteCount;

/** A file is larger than a message may be, so no archive that opens alone can have it. */
public final class TooLargeForMail extends LacunaException {
    private static final long serialVersionUID = 1L;

    /**
     * @param path of the largest, inside the archive
     * @param count how many there are
     * @param most what a part may have
     */
    public TooLargeForMail(String path, int count, long most) {
        super("larger than a message: " + count, path, count, new ByteCount(most));
    }
}
