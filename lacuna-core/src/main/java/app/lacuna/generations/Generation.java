package app.lacuna.generations;

import app.lacuna.files.Presence;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import java.util.Set;

/**
 * One copy: an archive of its own.
 *
 * @param id its time to the second, in UTC, as in its file's name
 * @param sequence orders the generations of a backup: the clock may jump
 * @param needs the ids of those whose bytes it refers to
 * @param contentBytes of all files as they were then
 * @param sameUntil the last time when nothing had changed since; otherwise its own
 * @param suspect whether a check found damage in it
 * @param stamp its file when it was last verified; empty if it never was
 */
public record Generation(
        String id,
        long sequence,
        Kind kind,
        Path file,
        Set<String> needs,
        long contentBytes,
        Instant sameUntil,
        boolean suspect,
        Optional<FileStamp> stamp) {
    private static final DateTimeFormatter ID =
            DateTimeFormatter.ofPattern("uuuuMMdd'T'HHmmss'Z'").withZone(ZoneOffset.UTC);

    /** What is in it. */
    public enum Kind {
        /** Everything. */
        WHOLE,
        /** What had changed since the one before. */
        CHANGES
    }

    public Generation {
        needs = Set.copyOf(needs);
    }

    public static String idAt(Instant time) {
        return ID.format(time.truncatedTo(ChronoUnit.SECONDS));
    }

    /** When it was begun. */
    public Instant time() {
        return timeOf(id);
    }

    public static Instant timeOf(String id) {
        return Instant.from(ID.parse(id));
    }

    /** Whether its file exists; unknown if its disk does not answer. */
    public Presence presence() {
        return Presence.of(file);
    }

    Generation at(long number) {
        return new Generation(
                id, number, kind, file, needs, contentBytes, sameUntil, suspect, stamp);
    }
}
