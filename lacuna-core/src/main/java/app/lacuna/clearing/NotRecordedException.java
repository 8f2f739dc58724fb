package app.lacuna.clearing;

import java.io.IOException;

/** A step cannot be recorded, so that it could not be reverted after a crash: it is not taken. */
public final class NotRecordedException extends IOException {
    private static final long serialVersionUID = 1L;

    NotRecordedException() {
        super("cannot write the journal");
    }
}
