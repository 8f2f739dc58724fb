package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Listing;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import java.io.IOException;
import java.io.InputStream;

/**
 * The same archive, in which one entry goes by another path. Its own checks stay with the archive;
 * one that is shown before the whole has been checked is marked by whoever shows it.
 */
record Renamed(ArchiveReader reader, ArchiveEntry entry, ArchiveEntry alias)
        implements ArchiveReader {
    @Override
    public Listing listing() {
        return reader.listing();
    }

    @Override
    public void unlock(Secret password) throws IOException {
        reader.unlock(password);
    }

    @Override
    public void lock() {
        reader.lock();
    }

    @Override
    public boolean mayBeOpenedBy(Secret password) throws IOException {
        return reader.mayBeOpenedBy(password);
    }

    @Override
    public void confirmPassword(CancelToken cancel) throws IOException {
        reader.confirmPassword(cancel);
    }

    @Override
    public boolean isUnlocked() {
        return reader.isUnlocked();
    }

    @Override
    public boolean isChecked() {
        return reader.isChecked();
    }

    @Override
    public void check(ProgressListener listener, CancelToken cancel) throws IOException {
        reader.check(listener, cancel);
    }

    @Override
    public InputStream open(ArchiveEntry asked) throws IOException {
        return reader.open(asked.equals(alias) ? entry : asked);
    }

    @Override
    public void close() throws IOException {
        reader.close();
    }
}
