package app.lacuna.failure;

import app.lacuna.base.ByteCount;

/** What has to be on every disc leaves no room for an archive. */
public final class DiscTooSmall extends LacunaException {
    /**
     * @param bytes of the disc
     * @param least that it has to have
     */
    public DiscTooSmall(long bytes, long least) {
        super("too small for anything", new ByteCount(bytes), new ByteCount(least));
    }
}
