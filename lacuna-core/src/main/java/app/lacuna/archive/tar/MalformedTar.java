package app.lacuna.archive.tar;

import java.io.IOException;

/** A header makes no sense; whoever reads it knows where it stands and says so. */
final class MalformedTar extends IOException {
    private static final long serialVersionUID = 1L;

    MalformedTar() {
        super("no TAR header");
    }
}
