package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Form;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.tar.TarArchiveReader;
import app.lacuna.archive.tar.TarArchives;
import app.lacuna.archive.zip.ZipArchiveReader;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;

/** What was just written, read back from the device where that is possible. */
record ProofReading(ArchiveReader reader, BooleanSupplier pastCache) implements Closeable {
    static ProofReading of(List<Path> archive, Form form) throws IOException {
        if (form.isBackup()) {
            TarArchiveReader tar = TarArchives.openForProof(archive.get(0));
            return new ProofReading(tar, tar::isPastCache);
        }
        ZipArchiveReader zip = ZipArchives.openForProof(archive);
        return new ProofReading(zip, zip::isPastCache);
    }

    OpenedArchive open(Optional<Secret> password, ProgressListener listener, CancelToken cancel)
            throws IOException {
        return reader.open(password, listener, cancel);
    }

    boolean isPastCache() {
        return pastCache.getAsBoolean();
    }

    @Override
    public void close() throws IOException {
        reader.close();
    }
}
