package app.lacuna.disc.drive;

import app.lacuna.common.CancelToken;
import app.lacuna.disc.DiscKind;
import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.util.Optional;
import java.util.function.LongConsumer;

/**
 * A drive that writes discs. Found as a service of this type ({@link java.util.ServiceLoader});
 * without one there are images to be saved. One thread at a time.
 */
public interface DiscDrive {
    /** As people call it. */
    String name();

    /** What lies in it; empty if there is no disc, or none that it can read. */
    Optional<Loaded> loaded() throws IOException;

    /** Says to whoever loads the drive which disc is wanted next. */
    void askFor(Wanted wanted) throws IOException;

    /**
     * Writes an image onto the empty disc and closes the disc.
     *
     * @param onWritten told how many bytes have been written since it was told last
     * @throws IOException if that fails; the disc is spoiled then, and so it is if it is cancelled
     */
    void write(ByteSource image, LongConsumer onWritten, CancelToken cancel) throws IOException;

    /** What is on the disc, from its first sector on. The caller closes it. */
    ByteSource read() throws IOException;

    void eject() throws IOException;

    /**
     * A disc in the drive.
     *
     * @param kind with what this disc holds
     * @param label of what is on it, if it is not blank and says so
     */
    record Loaded(DiscKind kind, boolean isBlank, Optional<String> label) {}

    /** A disc that is to be written. */
    record Wanted(DiscKind kind, String label, int number, int count) {}
}
