package app.lacuna.slip;

import app.lacuna.clearing.ReadableCopy.Kind;
import app.lacuna.clearing.Register;
import app.lacuna.staging.Existing;
import app.lacuna.staging.StagedFile;
import app.lacuna.staging.Target;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.List;

/** Keeps a key slip where the user says: a readable copy of the password, and known as one. */
public final class SlipFile {
    private SlipFile() {}

    /**
     * Readable for its owner only; in place of a file of that name, which the user has confirmed.
     */
    public static void write(Path place, byte[] pdf) throws IOException {
        Target target = Target.of(place);
        Register.readable(Kind.KEY_SLIP, List.of(target.path()));
        try (StagedFile file = StagedFile.privateIn(target.folder())) {
            ByteBuffer bytes = ByteBuffer.wrap(pdf);
            while (bytes.hasRemaining()) {
                file.channel().write(bytes);
            }
            file.force();
            file.publishAs(target.path(), Existing.REPLACE);
        } finally {
            Register.settled();
        }
    }
}
