package app.lacuna.clearing;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * Readable files that belong together, because one job has left them.
 *
 * @param id no other one has it
 * @param archive where their contents are locked too, or what they speak of
 * @param fingerprint identifies the archive wherever it is moved; empty if it could not be read
 * @param since when they became readable beside a locked copy
 * @param proved when the archive was last read back whole, as far as that is known here
 * @param volumes the disks and sticks that the files lie on, by the places they are mounted at
 * @param wanted the user has said that they are to stay readable
 */
public record LooseEnd(
        String id,
        Kind kind,
        Optional<Path> archive,
        Optional<String> fingerprint,
        Instant since,
        Optional<Instant> proved,
        List<Path> volumes,
        boolean wanted,
        List<ReadableFile> files) {
    /** How they came to be. */
    public enum Kind {
        /** They were there before, and have been packed. */
        ORIGINAL,
        /** Taken out of an archive. */
        EXTRACTED,
        /** Made to be dragged or copied into another program. */
        DRAGGED_OUT,
        /** Made for another program to open; they go when the archive is locked. */
        OPEN_OUTSIDE,
        /** A page with a password. */
        KEY_SLIP,
        /** A list of what is in an archive, or a report on it. */
        EXPORT
    }

    public LooseEnd {
        volumes = List.copyOf(volumes);
        files = List.copyOf(files);
    }

    public LooseEnd withFiles(List<ReadableFile> others) {
        return new LooseEnd(id, kind, archive, fingerprint, since, proved, volumes, wanted, others);
    }

    public LooseEnd withWanted(boolean now) {
        return new LooseEnd(id, kind, archive, fingerprint, since, proved, volumes, now, files);
    }

    public LooseEnd withProved(Instant when) {
        return new LooseEnd(
                id, kind, archive, fingerprint, since, Optional.of(when), volumes, wanted, files);
    }

    LooseEnd withArchive(Path other) {
        return new LooseEnd(
                id, kind, Optional.of(other), fingerprint, since, proved, volumes, wanted, files);
    }
}
