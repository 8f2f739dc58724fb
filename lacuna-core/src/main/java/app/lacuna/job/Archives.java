package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.zip.Salvage;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.base.CancelToken;
import app.lacuna.failure.NotAnArchive;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Opens an archive by what it is, whatever it is called. */
public final class Archives {
    private Archives() {}

    /**
     * The caller closes the reader.
     *
     * @throws java.nio.file.NoSuchFileException if there is no such file
     */
    public static ArchiveReader open(Path file) throws IOException {
        return open(file, Limits.STANDARD);
    }

    /** The same with limits that the user has raised, knowingly. */
    public static ArchiveReader open(Path file, Limits limits) throws IOException {
        if (Files.isDirectory(file)) {
            throw new NotAnArchive(file);
        }
        return ZipArchives.open(file, limits);
    }

    /**
     * Opens what is left of a damaged or cut archive. The caller closes the reader.
     *
     * @throws NotAnArchive if nothing of an archive is left in it
     */
    public static Salvage salvage(Path file, CancelToken cancel) throws IOException {
        return Salvage.open(file, cancel);
    }
}
