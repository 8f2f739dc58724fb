package app.lacuna.error;

import app.lacuna.common.ByteCount;

/** What has to be on every disc leaves no room for an archive. */
public final class DiscTooSmall extends LacunaException {
    private static final long serialVersionUID = 1L;

    /**
     * @param bytes of the disc
     * @param least that it has to have
     */
    public DiscTooSmall(long bytes, long least) {
        super("too small for anything", new ByteCount(bytes), new ByteCount(roundedUp(least)));
    }

    /** To the next digit that is shown, so that a disc of the named size is large enough. */
    private static long roundedUp(long bytes) {
        long step = 1;
        while (step * 1000 <= bytes) {
            step *= 1000;
        }
        long shown = Math.max(1, step / 10);
        return (bytes + shown - 1) / shown * shown;
    }
}
