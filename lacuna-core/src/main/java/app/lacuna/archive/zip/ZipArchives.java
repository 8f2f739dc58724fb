package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.base.Secret;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.Optional;

/** Opens and starts ZIP archives in the form that they have or should have. */
public final class ZipArchives {
    private ZipArchives() {}

    /** The caller closes the reader. */
    public static ArchiveReader open(Path file) throws IOException {
        return LayeredZipReader.over(ZipReader.open(file));
    }

    /**
     * The caller closes the writer, and the target.
     *
     * @param password present exactly if the options protect; not kept
     */
    public static ArchiveWriter write(
            FileChannel target, PackOptions options, Optional<Secret> password, SecureRandom random)
            throws IOException {
        return options.names() == Names.HIDDEN
                ? new LayeredZipWriter(
                        target, options, password.orElseThrow(), random, Clock.systemUTC())
                : new ZipWriter(target, options, password, random);
    }
}
