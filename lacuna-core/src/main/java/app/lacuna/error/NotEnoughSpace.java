package app.lacuna.error;

import app.lacuna.common.ByteCount;

/** The device is too small for what is to be written. */
public final class NotEnoughSpace extends LacunaException {
    private static final long serialVersionUID = 1L;

    public NotEnoughSpace(long needed, long free) {
        super("not enough space", new ByteCount(needed), new ByteCount(free));
    }
}
