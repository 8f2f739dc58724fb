package app.lacuna.error;

import app.lacuna.common.ByteCount;

/** A file is larger than a disc has room for, so no archive that opens alone can have it. */
public final class TooLargeForDisc extends LacunaException {
    private static final long serialVersionUID = 1L;

    /**
     * @param path of the largest, inside the archive
     * @param count how many there are
     * @param most what a disc has room for
     */
    public TooLargeForDisc(String path, int count, long most) {
        super("larger than a disc: " + count, path, count, new ByteCount(most));
    }
}
