package app.lacuna.print;

import app.lacuna.clearing.LooseEnd.Kind;
import app.lacuna.staging.Existing;
import app.lacuna.staging.OwnersFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** Keeps a key slip where the user says: a readable copy of the password, and known as one. */
public final class SlipFile {
    private SlipFile() {}

    /**
     * Readable for its owner only; in place of a file of that name, which the user has confirmed.
     *
     * @param archive what the password opens
     */
    public static void write(Path place, byte[] pdf, Path archive) throws IOException {
        OwnersFile.write(place, pdf, Existing.REPLACE, Kind.KEY_SLIP, Optional.of(archive));
    }
}
