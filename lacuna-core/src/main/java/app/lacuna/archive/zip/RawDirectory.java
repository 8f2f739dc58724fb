package app.lacuna.archive.zip;

import app.lacuna.io.ByteSource;
import app.lacuna.io.SourceInput;
import java.io.IOException;

/** Reads central headers once more, byte for byte, in their order. */
final class RawDirectory {
    private final SourceInput in;
    private int next;

    RawDirectory(ByteSource source, EndRecord end) {
        in = new SourceInput(source, end.directoryStart(), end.directorySize());
    }

    /**
     * @param index larger than at the call before
     */
    RawHeader at(int index) throws IOException {
        if (index < next) {
            throw new IllegalArgumentException("in the order of the archive only");
        }
        while (next < index) {
            RawHeader.central(in);
            next++;
        }
        next++;
        return RawHeader.central(in);
    }
}
