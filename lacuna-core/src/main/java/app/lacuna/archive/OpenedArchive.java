package app.lacuna.archive;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Spelling;
import app.lacuna.error.DamagedArchive;
import app.lacuna.selection.FileDetails;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;

/**
 * An archive whose entries can be read. Several entries can be open at once and from several
 * threads. Closing it wipes what was kept of the password; the reader that it came from stays open.
 */
public interface OpenedArchive extends Closeable {
    /** With hidden names: what was hidden. */
    Listing listing();

    /** What everybody can read, without the password. */
    default Listing outside() {
        return listing();
    }

    /** The way of writing the password that has opened it. */
    Spelling spelling();

    /**
     * Makes certain that the password is the right one, by the authentication code of the smallest
     * entry there is.
     *
     * @throws app.lacuna.error.DamagedArchive if it is not, or that entry is damaged
     */
    void confirmPassword(CancelToken cancel) throws IOException;

    /**
     * Whether it is certain that nobody changed anything. Plain archives check every entry when it
     * is read; one with hidden names has one authentication code for everything, and until that has
     * been checked its listing and its entries are not to be trusted. Afterwards every byte that is
     * read is held against what was checked.
     */
    boolean isChecked();

    /**
     * Checks what {@link #isChecked} asks for; takes as long as reading the whole archive.
     *
     * @throws app.lacuna.error.DamagedArchive if it was damaged or changed by somebody
     */
    void check(ProgressListener listener, CancelToken cancel) throws IOException;

    /**
     * Whether the format has checksums or codes for the contents. Without them an entry that can be
     * read may still be damaged.
     */
    default boolean hasChecks() {
        return true;
    }

    /** Damage of the file around the entries; empty if none was found. */
    default Optional<DamagedArchive> outerDamage() throws IOException {
        return Optional.empty();
    }

    /**
     * Whether entries can be read in any order at the same cost. Otherwise only going on is cheap:
     * one after another, in the order of the list.
     */
    default boolean isAnyOrder() {
        return true;
    }

    /**
     * What the format keeps of an entry beyond its name, size, time and permissions.
     *
     * @param entry out of {@link #listing}
     */
    default FileDetails details(ArchiveEntry entry) throws IOException {
        return FileDetails.UNKNOWN;
    }

    /**
     * The path of an entry before it that was the same file under another name.
     *
     * @param entry out of {@link #listing}
     */
    default Optional<String> linkedTo(ArchiveEntry entry) {
        return Optional.empty();
    }

    /**
     * A hint that these entries will be opened next, from this thread or another: what they need
     * can be worked out together, which for many small entries is several times faster.
     */
    default void prepare(List<ArchiveEntry> next) throws IOException {
        // nothing to work out ahead
    }

    /**
     * A hint that all of these will be opened before long, a share at a time: for very many it is
     * worth making ready for that. Comes back at once.
     */
    default void expect(List<ArchiveEntry> coming) {
        // nothing to make ready
    }

    /**
     * These entries one after another; what they need is worked out together. The caller closes it.
     *
     * @param entries out of {@link #listing}, in its order
     */
    default EntrySequence sequence(List<ArchiveEntry> entries) throws IOException {
        return new ListedSequence(this, entries);
    }

    /**
     * The contents of an entry. The last bytes come out only after all have been checked: the
     * {@code read} that would give them throws {@link app.lacuna.error.DamagedArchive} if the
     * contents are not what was packed. What came out before is not to be trusted until then. A
     * folder has no contents; reading it to the end checks what is said of it. The caller closes
     * the stream.
     *
     * @param entry out of {@link #listing}
     * @throws IllegalArgumentException if this archive did not list it
     */
    InputStream open(ArchiveEntry entry) throws IOException;
}
