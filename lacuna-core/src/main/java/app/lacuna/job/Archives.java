package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.tar.TarArchives;
import app.lacuna.archive.zip.Salvage;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.disc.read.DiscReader;
import app.lacuna.disc.read.DiscSet;
import app.lacuna.error.NotAnArchive;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Opens an archive by what it is, whatever it is called. */
public final class Archives {
    private Archives() {}

    /**
     * The caller closes the reader.
     *
     * @throws java.nio.file.NoSuchFileException if there is no such file
     */
    public static ArchiveReader open(Path file) throws IOException {
        return open(file, Limits.STANDARD, Nested.AS_A_FILE);
    }

    /**
     * The same with limits that the user has raised, or a look inside that was asked for; also what
     * is on a disc, told by its image or the folder where it is mounted.
     */
    public static ArchiveReader open(Path file, Limits limits, Nested nested) throws IOException {
        if (DiscSet.isDisc(file)) {
            return disc(file, limits, nested);
        }
        requireFile(file);
        if (!ZipArchives.isSurelyOne(file) && TarArchives.isOne(file)) {
            return TarArchives.open(file, limits);
        }
        return ZipArchives.open(file, limits, nested);
    }

    /**
     * Opens what is on a disc, told by its image or the folder where it is mounted, with the discs
     * of its set that lie beside it if it needs others. The caller closes the reader.
     */
    public static DiscReader disc(Path disc, Limits limits, Nested nested) throws IOException {
        return DiscReader.open(disc, limits, nested);
    }

    /**
     * Everything that was packed with it: of a disc, all of its set that lie beside it, also if
     * each opens alone. Otherwise the same as {@link #open(Path, Limits, Nested)}.
     */
    public static ArchiveReader whole(Path file, Limits limits, Nested nested) throws IOException {
        return DiscSet.isDisc(file)
                ? DiscReader.openWithAll(file, limits, nested)
                : open(file, limits, nested);
    }

    /**
     * Opens what is on discs of one set, given as images or as folders where they are mounted, in
     * any order. The caller closes the reader.
     */
    public static DiscReader discs(List<Path> discs, Limits limits, Nested nested)
            throws IOException {
        return DiscReader.open(discs, limits, nested);
    }

    /** A pipe or a device would be waited for, and has no end to look at. */
    private static void requireFile(Path file) throws NotAnArchive {
        if (Files.exists(file) && !Files.isRegularFile(file)) {
            throw new NotAnArchive(file);
        }
    }

    /**
     * Opens what is left of a damaged or cut archive. The caller closes the reader.
     *
     * @throws NotAnArchive if nothing of an archive is left in it
     */
    public static Salvage salvage(
            Path file, Limits limits, ProgressListener listener, CancelToken cancel)
            throws IOException {
        requireFile(file);
        return Salvage.open(file, limits, listener, cancel);
    }
}
