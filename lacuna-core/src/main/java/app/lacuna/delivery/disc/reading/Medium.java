package app.lacuna.delivery.disc.reading;

import app.lacuna.bytes.ByteSource;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** A disc that is there, in whatever way. */
public interface Medium extends Closeable {
    /** Where it is. */
    Path path();

    /** What it says of itself; empty or 0 where it does not. */
    Identity identity();

    /** The names of the files at its top. */
    List<String> files() throws IOException;

    /** A file at its top. What it gives is closed by the caller, before the disc. */
    ByteSource open(String file) throws IOException;

    /**
     * A disc of a set.
     *
     * @param label of the set
     * @param number from 1, 0 if it is not known
     * @param count of the discs in the set, 0 if it is not known
     * @param made when the set was made, as the disc has it; empty if it is not known
     */
    record Identity(String label, int number, int count, String made) {
        boolean isOfSameSetAs(Identity other) {
            boolean sameTime = made.isEmpty() || other.made.isEmpty() || made.equals(other.made);
            return sameTime && label.equalsIgnoreCase(other.label);
        }
    }
}
