package app.lacuna.clearing;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import app.lacuna.clearing.LooseEnd.Kind;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;

/**
 * What one job leaves readable, told to the {@link Register} before its first byte is on disk. A
 * job that does not come to its end leaves what it has told. Safe to use from several threads.
 */
public final class Batch {
    /** Up to so many files are listed one by one; of more the folders are remembered. */
    public static final int MOST_LISTED = 100_000;

    private static final AtomicLong NEXT = new AtomicLong();

    private final String id;
    private final Kind kind;
    private final Optional<Path> archive;
    private final Instant since;

    private Batch(String id, Kind kind, Optional<Path> archive, Instant since) {
        this.id = id;
        this.kind = kind;
        this.archive = archive;
        this.since = since;
    }

    /**
     * @param archive where the same contents are locked
     */
    public static Batch begin(Kind kind, Optional<Path> archive) {
        return new Batch(
                Register.token() + "-" + NEXT.incrementAndGet(),
                kind,
                archive.map(Path::toAbsolutePath).filter(Journal::canName),
                Instant.now());
    }

    /** Where files will be, which are told one by one later. */
    public void base(Path folder) {
        note(Mark.BASE, List.of(folder), true);
    }

    /** Before the first byte of these is written. A few are on the device when this returns. */
    public void readable(List<Path> places) {
        note(Mark.READABLE, places, places.size() == 1);
    }

    private void note(Mark mark, List<Path> places, boolean durable) {
        List<Line> lines =
                places.stream()
                        .map(Path::toAbsolutePath)
                        .filter(Journal::canName)
                        .map(place -> line(mark, place))
                        .toList();
        if (!lines.isEmpty()) {
            Register.note(lines, durable);
        }
    }

    private Line line(Mark mark, Path place) {
        return new Line(mark, place, kind.name(), since, id, archive);
    }

    /** At the end: what is readable now. */
    public void settle(List<ReadableFile> files) {
        settle(archive, archive.flatMap(ArchiveFingerprint::of), Optional.empty(), files);
    }

    /**
     * @param where the archive got another name than it should have had
     * @param fingerprint of the file that was verified, whatever has its name now
     * @param proved when it was read back
     */
    public void settle(
            Optional<Path> where,
            Optional<String> fingerprint,
            Optional<Instant> proved,
            List<ReadableFile> files) {
        List<ReadableFile> nameable =
                Condensed.of(files, MOST_LISTED).stream()
                        .filter(file -> Journal.canName(file.path()))
                        .toList();
        Optional<Path> named = where.map(Path::toAbsolutePath).filter(Journal::canName);
        Register.settle(
                new LooseEnd(
                        id,
                        kind,
                        named,
                        fingerprint,
                        since,
                        proved,
                        Volume.of(nameable),
                        false,
                        nameable),
                new Line(Mark.SETTLED, Path.of(""), "", since, id, Optional.empty()));
    }
}
