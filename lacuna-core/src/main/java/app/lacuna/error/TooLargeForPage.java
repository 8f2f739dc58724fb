package app.lacuna.error;

import app.lacuna.common.ByteCount;

/** The archive is more than a page can have inside. */
public final class TooLargeForPage extends LacunaException {
    private static final long serialVersionUID = 1L;

    public TooLargeForPage(long bytes, long most) {
        super("more than a page holds", new ByteCount(bytes), new ByteCount(most));
    }
}
