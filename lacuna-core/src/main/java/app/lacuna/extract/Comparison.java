package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.EntrySequence;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.SameBytes;
import app.lacuna.common.SaturatedSum;
import app.lacuna.common.Stage;
import app.lacuna.concurrent.Batches;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.files.Links;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Holds entries against what is in a folder already, byte for byte and on all processors, so that
 * restoring touches only what differs. Writes nothing.
 */
public final class Comparison {
    private final OpenedArchive reader;
    private final Path folder;
    private final ProgressListener listener;
    private final CancelToken cancel;

    /** What is at the place of an entry. */
    public enum State {
        NEW,
        CHANGED,
        SAME,
        /** The archive can not say what it should be: damaged, or its name is refused. */
        UNKNOWN
    }

    public record Compared(ArchiveEntry entry, State state) {}

    public Comparison(
            OpenedArchive reader, Path folder, ProgressListener listener, CancelToken cancel) {
        this.reader = reader;
        this.folder = folder.toAbsolutePath();
        this.listener = listener;
        this.cancel = cancel;
    }

    /** In the order of the entries. */
    public List<Compared> of(List<ArchiveEntry> entries) throws IOException {
        reader.check(listener, cancel);
        long bytes = SaturatedSum.of(entries, ArchiveEntry::size);
        ProgressMeter meter = new ProgressMeter(listener, Stage.COMPARING, bytes, entries.size());
        List<Compared> results = new ArrayList<>(entries.size());
        try (Workers workers = Workers.start(reader.isAnyOrder());
                InOrder<List<Compared>> order =
                        new InOrder<>(workers, 4L * workers.count(), results::addAll)) {
            Batches<ArchiveEntry> batches =
                    new Batches<>((share, size) -> order.submit(1, () -> compare(share, meter)));
            for (ArchiveEntry entry : entries) {
                cancel.check();
                batches.add(entry, entry.size());
            }
            batches.flush();
            order.finish();
        }
        meter.finish();
        return results;
    }

    /** Those that would have to be written. */
    public static List<ArchiveEntry> differing(List<Compared> compared) {
        return compared.stream()
                .filter(each -> each.state() != State.SAME)
                .map(Compared::entry)
                .toList();
    }

    private List<Compared> compare(List<ArchiveEntry> share, ProgressMeter meter)
            throws IOException {
        NamingRules rules = NamingRules.of(folder);
        List<Compared> results = new ArrayList<>(share.size());
        try (EntrySequence sequence = reader.sequence(share)) {
            for (Optional<ArchiveEntry> next = sequence.next();
                    next.isPresent();
                    next = sequence.next()) {
                ArchiveEntry entry = next.get();
                cancel.check();
                meter.startItem(entry.path());
                EntryPath path = EntryPath.of(entry.path(), rules);
                results.add(new Compared(entry, state(entry, path, sequence)));
                meter.addBytes(entry.size());
                meter.itemDone();
            }
        }
        return results;
    }

    private State state(ArchiveEntry entry, EntryPath path, EntrySequence sequence) {
        if (path.refusal().isPresent()) {
            return State.UNKNOWN;
        }
        Path target = folder;
        for (String part : path.parts()) {
            target = target.resolve(part);
        }
        if (!Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
            return State.NEW;
        }
        return switch (entry.kind()) {
            case FOLDER -> Links.isFolder(target) ? State.SAME : State.CHANGED;
            case LINK ->
                    Files.isSymbolicLink(target)
                            ? sameLink(entry, target, sequence)
                            : State.CHANGED;
            case FILE ->
                    Files.isRegularFile(target, LinkOption.NOFOLLOW_LINKS)
                            ? sameFile(entry, target, sequence)
                            : State.CHANGED;
        };
    }

    private static State sameLink(ArchiveEntry entry, Path target, EntrySequence sequence) {
        try {
            InputStream in = sequence.contents();
            byte[] there =
                    Files.readSymbolicLink(target).toString().getBytes(StandardCharsets.UTF_8);
            return LinkTarget.read(in, entry).filter(told -> Arrays.equals(told, there)).isPresent()
                    ? State.SAME
                    : State.CHANGED;
        } catch (IOException e) {
            return State.UNKNOWN;
        }
    }

    private State sameFile(ArchiveEntry entry, Path target, EntrySequence sequence) {
        try {
            if (Files.size(target) != entry.size()) {
                return State.CHANGED;
            }
        } catch (IOException e) {
            return State.CHANGED;
        }
        try (InputStream there = Files.newInputStream(target)) {
            return switch (SameBytes.compare(sequence.contents(), there, cancel)) {
                case SAME -> State.SAME;
                case DIFFERENT -> State.CHANGED;
                case FIRST_UNREADABLE -> State.UNKNOWN;
            };
        } catch (IOException e) {
            return State.UNKNOWN;
        }
    }
}
