package app.lacuna.archive;

import app.lacuna.base.Secret;
import app.lacuna.failure.WrongPassword;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;

/**
 * A finished archive. Call order: {@link #listing} at any time; {@link #unlock} before {@link
 * #open} of a protected entry. Several entries can be open at once and from several threads.
 * Closing the reader wipes what was kept of the password.
 */
public interface ArchiveReader extends Closeable {
    Listing listing();

    /**
     * Keeps what is needed of the password, not the password itself. Whole archives without
     * protection accept any.
     *
     * @throws WrongPassword if it opens nothing; the reader stays usable
     */
    void unlock(Secret password) throws IOException;

    /** Whether the protected entries can be opened. */
    boolean isUnlocked();

    /**
     * The contents of an entry. Reading to the end checks them: the last {@code read} throws {@link
     * app.lacuna.failure.DamagedArchive} if they are not what was packed. Until then they are not
     * to be trusted. The caller closes the stream.
     */
    InputStream open(ArchiveEntry entry) throws IOException;
}
