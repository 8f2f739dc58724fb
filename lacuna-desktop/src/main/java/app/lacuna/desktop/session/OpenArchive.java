package app.lacuna.desktop.session;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.tar.TarArchiveReader;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.disc.read.DiscReader;
import app.lacuna.disc.read.DiscSet;
import app.lacuna.job.Archives;
import app.lacuna.looseends.LooseEnds;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.CancellationException;

/** The archive on the page, and its password while it is unlocked. Closing forgets both. */
public final class OpenArchive implements AutoCloseable {
    private final ArchiveReader reader;
    private final List<Path> files;
    private final Way way;
    private final boolean protectedByPassword;
    private volatile Optional<OpenedArchive> opened = Optional.empty();
    private volatile Optional<Secret> secret = Optional.empty();

    /** How it was opened. */
    public enum Way {
        USUAL,
        /** What still opens of a damaged one. */
        SALVAGE,
        /** Although it claims more than is taken for honest. */
        WITHOUT_LIMITS,
        /** What is in the archive that is the only thing in it. */
        INSIDE
    }

    private volatile boolean letGo;

    private OpenArchive(ArchiveReader reader, List<Path> files, Way way) {
        this.reader = reader;
        this.files = List.copyOf(files);
        this.way = way;
        this.protectedByPassword = reader.needsPassword();
    }

    /** Locked, if it has a password. */
    public static OpenArchive open(
            Path archive, Way way, ProgressListener listener, CancelToken cancel)
            throws IOException {
        return open(List.of(archive), way, listener, cancel);
    }

    /**
     * The same for several discs of one set.
     *
     * @param files an archive, or any number of discs
     */
    public static OpenArchive open(
            List<Path> files, Way way, ProgressListener listener, CancelToken cancel)
            throws IOException {
        ArchiveReader reader =
                switch (way) {
                    case USUAL -> open(files, Limits.STANDARD, Nested.AS_A_FILE);
                    case SALVAGE ->
                            Archives.salvage(files.get(0), Limits.STANDARD, listener, cancel);
                    case WITHOUT_LIMITS -> open(files, Limits.NONE, Nested.AS_A_FILE);
                    case INSIDE -> open(files, Limits.STANDARD, Nested.LOOK_INSIDE);
                };
        OpenArchive found = new OpenArchive(reader, files, way);
        LooseEnds.recognise(reader.outside().archive());
        if (cancel.isCancelled()) {
            reader.close();
            throw new CancellationException();
        }
        if (reader.needsPassword()) {
            return found;
        }
        try {
            found.opened = Optional.of(reader.open(Optional.empty(), listener, cancel));
            return found;
        } catch (IOException | RuntimeException e) {
            reader.close();
            throw e;
        }
    }

    private static ArchiveReader open(List<Path> files, Limits limits, Nested nested)
            throws IOException {
        return files.size() == 1
                ? Archives.open(files.get(0), limits, nested)
                : Archives.discs(files, limits, nested);
    }

    /**
     * Just written, and therefore checked before it is shown.
     *
     * @param password taken over
     */
    static OpenArchive unlocked(Path archive, Optional<Secret> password) throws IOException {
        OpenArchive made =
                open(archive, Way.WITHOUT_LIMITS, ProgressListener.none(), CancelToken.never());
        try {
            if (password.isPresent()) {
                OpenedArchive opened = made.reader.open(password.get());
                made.keep(opened, password.get());
                opened.check(told -> {}, CancelToken.never());
            }
            return made;
        } catch (IOException | RuntimeException e) {
            password.ifPresent(Secret::close);
            made.close();
            throw e;
        }
    }

    public ArchiveReader reader() {
        return reader;
    }

    /** Only while it is unlocked. */
    public OpenedArchive opened() {
        return opened.orElseThrow();
    }

    /** Of the inside while it is unlocked, otherwise what everybody can read. */
    public Listing listing() {
        return opened.map(OpenedArchive::listing).orElseGet(reader::outside);
    }

    public Path path() {
        return listing().archive();
    }

    /** It, or the discs that it is on. */
    public List<Path> files() {
        return files;
    }

    public Way way() {
        return way;
    }

    public boolean isSalvaged() {
        return way == Way.SALVAGE;
    }

    /** The discs that it is on, if it is on discs. */
    public Optional<DiscSet> discs() {
        return reader instanceof DiscReader onDiscs
                ? Optional.of(onDiscs.discs())
                : Optional.empty();
    }

    /** Whether nothing can be put into it: what is left of a damaged one, a disc, or a backup. */
    public boolean isOnlyRead() {
        return isSalvaged() || discs().isPresent() || reader instanceof TarArchiveReader;
    }

    /** Whether nothing can be opened before the password is known. */
    public boolean needsToBeUnlocked() {
        return opened.isEmpty();
    }

    /** What everybody can read, without the password. */
    public Listing seenByAll() {
        return reader.outside();
    }

    /** What the password has opened; both are taken over. */
    void keep(OpenedArchive archive, Secret password) {
        forgetOpened();
        opened = Optional.of(archive);
        secret = Optional.of(password);
    }

    /** Whether it has a password; asked once, since it looks at every entry. */
    public boolean isProtected() {
        return protectedByPassword;
    }

    /** Whether it is one protected file that is called like an archive, and was not looked into. */
    boolean mayHoldAnArchive() {
        return way == Way.USUAL
                && listing().names() == Names.VISIBLE
                && listing().entries().size() == 1
                && listing().needsPassword()
                && listing().entries().get(0).path().toLowerCase(Locale.ROOT).endsWith(".zip");
    }

    /** Closes the file, so that another can take its place. What it lists stays known. */
    void letGo() {
        letGo = true;
        opened.ifPresent(OpenArchive::closeReadOnly);
        closeReadOnly(reader);
    }

    boolean hasLetGo() {
        return letGo;
    }

    /** Wipes the password and the keys at once: whoever still reads gets an error. */
    void forgetOpened() {
        secret.ifPresent(Secret::close);
        secret = Optional.empty();
        opened.ifPresent(OpenArchive::closeReadOnly);
        opened = Optional.empty();
    }

    /** It was only read from: nothing can be lost by a failure. */
    static void closeReadOnly(Closeable source) {
        try {
            source.close();
        } catch (IOException e) {
            // see above
        }
    }

    Optional<Secret> secret() {
        return secret;
    }

    /** The caller closes it. */
    Optional<Secret> copyOfSecret() {
        return secret.map(Secret::copy);
    }

    @Override
    public void close() {
        forgetOpened();
        closeReadOnly(reader);
    }
}
