package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Spelling;
import java.io.IOException;
import java.io.InputStream;
import java.util.Optional;

/** What is left of a damaged archive. */
public final class Salvaged implements OpenedArchive {
    private final ZipContents around;
    private final Optional<ZipContents> inner;
    private final Listing listing;

    Salvaged(ZipContents around, Optional<ZipContents> inner) {
        this.around = around;
        this.inner = inner;
        this.listing =
                inner.map(found -> around.listing().with(Names.HIDDEN, found.listing().entries()))
                        .orElse(around.listing());
    }

    /** Whether what comes out was authenticated, not only held against checksums. */
    public boolean authenticates() {
        return inner.isEmpty() && around.listing().weakestProtection().strength().isPresent();
    }

    @Override
    public Listing listing() {
        return listing;
    }

    @Override
    public Listing outside() {
        return around.listing();
    }

    @Override
    public Spelling spelling() {
        return around.spelling();
    }

    @Override
    public void confirmPassword(CancelToken token) throws IOException {
        around.confirmPassword(token);
    }

    /** There is nothing that could vouch for all of it. */
    @Override
    public boolean isChecked() {
        return inner.isEmpty();
    }

    /** Each entry shows by itself whether it is whole. */
    @Override
    public void check(ProgressListener listener, CancelToken token) {
        // nothing to check that is not known to be incomplete
    }

    @Override
    public InputStream open(ArchiveEntry entry) throws IOException {
        return inner.orElse(around).open(entry);
    }

    @Override
    public void close() {
        inner.ifPresent(ZipContents::close);
        around.close();
    }
}
