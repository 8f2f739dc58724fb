package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.zip.ZipArchives;
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
        if (Files.isDirectory(file)) {
            throw new NotAnArchive(file);
        }
        return ZipArchives.open(file);
    }
}
