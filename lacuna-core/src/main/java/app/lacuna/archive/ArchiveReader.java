package app.lacuna.archive;

import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.failure.WrongPassword;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;

/**
 * A finished archive. Call order: {@link #listing} at any time; {@link #unlock} before {@link
 * #open} of a protected entry. Several entries can be open at once and from several threads.
 * Closing the reader wipes what was kept of the password.
 */
public interface ArchiveReader extends Closeable {
    /** With hidden names this changes when the archive is unlocked. */
    Listing listing();

    /** What everybody can read, without the password; stays the same when it is unlocked. */
    default Listing outside() {
        return listing();
    }

    /**
     * Keeps what is needed of the password, not the password itself. Whole archives without
     * protection accept any.
     *
     * @throws WrongPassword if it opens nothing; the reader stays usable
     */
    void unlock(Secret password) throws IOException;

    /** Forgets what was kept of the password, as if there had never been one. */
    void lock();

    /**
     * Whether what stands before the data of one entry speaks for a password; a wrong one passes
     * once in 65,536 times. Costs one key derivation and changes nothing.
     */
    boolean mayBeOpenedBy(Secret password) throws IOException;

    /**
     * Makes certain that the password which has unlocked the archive is the right one, by the
     * authentication code of the smallest entry there is.
     *
     * @throws app.lacuna.failure.DamagedArchive if it is not, or that entry is damaged
     */
    void confirmPassword(CancelToken cancel) throws IOException;

    /** Whether the protected entries can be opened. */
    boolean isUnlocked();

    /**
     * Whether it is certain that nobody changed anything. Plain archives check every entry when it
     * is read; one with hidden names has one authentication code for everything, and until that has
     * been checked its listing and its entries are not to be trusted.
     */
    boolean isChecked();

    /**
     * Checks what {@link #isChecked} asks for; takes as long as reading the whole archive.
     *
     * @throws app.lacuna.failure.DamagedArchive if it was damaged or changed by somebody
     */
    void check(ProgressListener listener, CancelToken cancel) throws IOException;

    /**
     * A hint that these entries will be opened next, from this thread or another: what they need
     * can be worked out together, which for many small entries is several times faster.
     */
    default void prepare(List<ArchiveEntry> next) throws IOException {
        // nothing to work out ahead
    }

    /**
     * The contents of an entry. Reading to the end checks them: the last {@code read} throws {@link
     * app.lacuna.failure.DamagedArchive} if they are not what was packed. Until then they are not
     * to be trusted. The caller closes the stream.
     */
    InputStream open(ArchiveEntry entry) throws IOException;
}
