package app.lacuna.archive.zip;

import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.Nested;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.VolumeTarget;
import app.lacuna.common.Secret;
import app.lacuna.error.VolumeMissing;
import app.lacuna.io.ByteSource;
import app.lacuna.io.FileSource;
import app.lacuna.io.FileSources;
import app.lacuna.io.VolumeSource;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.List;
import java.util.Optional;

/** Opens and starts ZIP archives in the form that they have or should have. */
public final class ZipArchives {
    /** The only name that an archive with hidden names shows. */
    public static final String HIDDEN_CONTENTS = LayeredZipWriter.ENTRY_NAME;

    private ZipArchives() {}

    /** The caller closes the reader. */
    public static ZipArchiveReader open(Path file) throws IOException {
        return open(file, Limits.STANDARD, Nested.AS_A_FILE);
    }

    /**
     * Whether it can be nothing else: it ends as these archives do, or is called like a part of
     * one. A part may begin with anything.
     */
    public static boolean isSurelyOne(Path file) throws IOException {
        if (VolumeNames.lastOf(file).isPresent()) {
            return true;
        }
        try (FileSource source = new FileSource(file)) {
            return new EndReader(source, file).endsExactly();
        }
    }

    /**
     * Any part of a split archive opens all of it. The caller closes the reader.
     *
     * @throws VolumeMissing if one of the parts is not there or not the right one
     */
    public static ZipArchiveReader open(Path file, Limits limits, Nested nested)
            throws IOException {
        return open(partsOf(file), limits, nested);
    }

    /**
     * The files of an archive in their order, told by any of them.
     *
     * @throws VolumeMissing if one of the parts is not there
     */
    public static List<Path> partsOf(Path file) throws IOException {
        Path last = VolumeNames.lastOf(file).orElse(file);
        if (!last.equals(file) && !Files.exists(last)) {
            throw new VolumeMissing(last.getFileName().toString(), VolumeMissing.Trouble.NOT_THERE);
        }
        return VolumeNames.existing(last, volumes(last));
    }

    /** The parts in their order, whatever they are called. The caller closes the reader. */
    public static ZipArchiveReader open(List<Path> parts, Limits limits, Nested nested)
            throws IOException {
        return open(parts, limits, nested, FileSources.Way.AS_THE_SYSTEM_LIKES);
    }

    /** What has just been written, from the device if that is possible. The caller closes it. */
    public static ZipArchiveReader openForProof(List<Path> parts) throws IOException {
        return open(parts, Limits.NONE, Nested.AS_A_FILE, FileSources.Way.PAST_CACHE);
    }

    /**
     * From anywhere. The caller closes the reader, which closes the source.
     *
     * @param file what the archive is called for people
     */
    public static ZipArchiveReader open(Path file, ByteSource source, Limits limits, Nested nested)
            throws IOException {
        return LayeredZipReader.over(
                ZipReader.open(file, source, Names.VISIBLE, limits), limits, nested);
    }

    /** How many parts an archive says it has, told by the bytes of its last one. */
    public static long volumes(Path file, ByteSource last) throws IOException {
        return new EndReader(last, file).volumes();
    }

    private static ZipArchiveReader open(
            List<Path> parts, Limits limits, Nested nested, FileSources.Way way)
            throws IOException {
        Path last = parts.get(parts.size() - 1);
        return open(last, source(parts, way), limits, nested);
    }

    private static ByteSource source(List<Path> parts, FileSources.Way way) throws IOException {
        return parts.size() == 1
                ? FileSources.open(parts.get(0), way)
                : new VolumeSource(parts, way);
    }

    /** The bytes of an archive, told by its last part, from the device if that is possible. */
    static ByteSource pastCache(Path file) throws IOException {
        return source(partsOf(file), FileSources.Way.PAST_CACHE);
    }

    /** How many parts an archive says it has, told by its last one. */
    public static long volumes(Path last) throws IOException {
        try (FileSource source = new FileSource(last)) {
            return volumes(last, source);
        }
    }

    /**
     * Writes a split archive. The caller closes the writer; the target closes its files.
     *
     * @param volumeBytes the size of each part but the last
     * @param password present exactly if the options protect; not kept
     */
    public static KeepingWriter writeSplit(
            VolumeTarget target,
            long volumeBytes,
            PackOptions options,
            Optional<Secret> password,
            SecureRandom random)
            throws IOException {
        return write(new VolumeOutput(target, volumeBytes), options, password, random);
    }

    /**
     * The caller closes the writer, and the target.
     *
     * @param password present exactly if the options protect; not kept
     */
    public static KeepingWriter write(
            FileChannel target, PackOptions options, Optional<Secret> password, SecureRandom random)
            throws IOException {
        return write(new ChannelOutput(target), options, password, random);
    }

    private static KeepingWriter write(
            ZipOutput out, PackOptions options, Optional<Secret> password, SecureRandom random)
            throws IOException {
        return options.names() == Names.HIDDEN
                ? new LayeredZipWriter(
                        out, options, password.orElseThrow(), random, Clock.systemUTC())
                : new ZipWriter(out, options, password, random);
    }
}
