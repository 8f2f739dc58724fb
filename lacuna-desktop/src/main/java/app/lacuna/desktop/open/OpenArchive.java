package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Listing;
import app.lacuna.base.CancelToken;
import app.lacuna.base.Secret;
import app.lacuna.job.Archives;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** The archive on the page, and its password while it is unlocked. Closing forgets both. */
final class OpenArchive implements AutoCloseable {
    private final ArchiveReader reader;
    private final Way way;
    private Optional<Secret> secret = Optional.empty();

    /** How it was opened. */
    enum Way {
        USUAL,
        /** What still opens of a damaged one. */
        SALVAGE,
        /** Although it claims more than is taken for honest. */
        WITHOUT_LIMITS
    }

    private OpenArchive(ArchiveReader reader, Way way) {
        this.reader = reader;
        this.way = way;
    }

    /** Locked, if it has a password. */
    static OpenArchive open(Path archive, Way way, CancelToken cancel) throws IOException {
        ArchiveReader reader =
                switch (way) {
                    case USUAL -> Archives.open(archive);
                    case SALVAGE -> Archives.salvage(archive, cancel);
                    case WITHOUT_LIMITS -> Archives.open(archive, Limits.NONE);
                };
        return new OpenArchive(reader, way);
    }

    /**
     * Just written, and therefore checked before it is shown.
     *
     * @param password taken over
     */
    static OpenArchive unlocked(Path archive, Optional<Secret> password) throws IOException {
        OpenArchive made = open(archive, Way.WITHOUT_LIMITS, CancelToken.never());
        try {
            if (password.isPresent()) {
                made.reader.unlock(password.get());
                made.reader.check(told -> {}, CancelToken.never());
            }
            made.secret = password;
            return made;
        } catch (IOException | RuntimeException e) {
            password.ifPresent(Secret::close);
            made.close();
            throw e;
        }
    }

    ArchiveReader reader() {
        return reader;
    }

    Listing listing() {
        return reader.listing();
    }

    Path path() {
        return listing().archive();
    }

    Way way() {
        return way;
    }

    boolean isSalvaged() {
        return way == Way.SALVAGE;
    }

    /** The reader has been unlocked with it; it is taken over. */
    void keep(Secret password) {
        secret.ifPresent(Secret::close);
        secret = Optional.of(password);
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
        secret.ifPresent(Secret::close);
        secret = Optional.empty();
        try {
            reader.close();
        } catch (IOException e) {
            // It was only read from: nothing can be lost by that.
        }
    }
}
