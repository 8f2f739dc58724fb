package app.lacuna.archive;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/**
 * A finished archive of which only the outside is known: what everybody can read. Opening it gives
 * an object of its own ({@link OpenedArchive}), so that there is no half-open state: a password
 * that does not fit opens nothing and changes nothing. Several can be open at once, each is closed
 * by whoever opened it, and all of them before the reader. Safe to use from several threads.
 */
public interface ArchiveReader extends Closeable {
    /** What can be read without the password; always the same. */
    Listing outside();

    /** Whether some of its entries can not be read without a password. */
    default boolean needsPassword() {
        return outside().needsPassword();
    }

    /**
     * Opens an archive that has no password.
     *
     * @throws app.lacuna.error.PasswordRequired if it has one
     */
    OpenedArchive open() throws IOException;

    /**
     * Opens it; what is kept of the password is not the password itself. An archive without one
     * accepts any. Each way of writing the same letters is tried ({@link
     * app.lacuna.common.Spelling}).
     *
     * @throws app.lacuna.error.WrongPassword if it opens nothing
     */
    OpenedArchive open(Secret password) throws IOException;

    /**
     * The same, where it may take a while: a format without a list has to be read through.
     *
     * @param password absent for an archive without one
     */
    default OpenedArchive open(
            Optional<Secret> password, ProgressListener listener, CancelToken cancel)
            throws IOException {
        return password.isPresent() ? open(password.get()) : open();
    }

    /**
     * For each of these passwords, whether what stands before the data of one entry speaks for it;
     * a wrong one passes once in 65,536 times. Each costs a key derivation, and all together less
     * than one after another.
     */
    List<Boolean> mayBeOpenedBy(List<Secret> passwords) throws IOException;
}
