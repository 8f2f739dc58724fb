package app.lacuna.disc.read;

import app.lacuna.disc.DiscContents;
import app.lacuna.disc.SetMark;
import app.lacuna.io.ByteSource;
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

    /** The mark of its set; empty if it has none. */
    default String mark() throws IOException {
        if (!files().contains(DiscContents.READ_ME)) {
            return "";
        }
        try (ByteSource file = open(DiscContents.READ_ME)) {
            return SetMark.read(file);
        }
    }

    /** A file at its top. What it gives is closed by the caller, before the disc. */
    ByteSource open(String file) throws IOException;

    /**
     * A disc of a set.
     *
     * @param label of the set
     * @param number from 1, 0 if it is not known
     * @param count of the discs in the set, 0 if it is not known
     * @param made when the set was made, as the disc has it; empty if it is not known
     * @param mark of the set, from a file on each disc; empty on discs of older versions
     */
    record Identity(String label, int number, int count, String made, String mark) {
        Identity(String label, int number, int count, String made) {
            this(label, number, count, made, "");
        }

        Identity with(String setMark) {
            return new Identity(label, number, count, made, setMark);
        }

        boolean isOfSameSetAs(Identity other) {
            if (!mark.isEmpty() || !other.mark.isEmpty()) {
                return mark.equals(other.mark);
            }
            boolean sameTime = made.isEmpty() || other.made.isEmpty() || made.equals(other.made);
            return sameTime && label.equalsIgnoreCase(other.label);
        }
    }
}
