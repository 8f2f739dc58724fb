package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.Batch;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.SaturatedSum;
import app.lacuna.common.Stage;
import app.lacuna.concurrent.Batches;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.TargetExists;
import app.lacuna.error.TargetUnusable;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.io.Drained;
import app.lacuna.selection.ItemKind;
import app.lacuna.staging.FreeSpace;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;

/**
 * Extracts entries into a folder. What goes where is decided entry by entry, in order; files are
 * then written on all processors ({@link EntryFiles}). Links are made last ({@link LinkFiles}), so
 * that nothing can be written through them; folders get their times when everything is in them.
 *
 * <p>One extractor does one extraction.
 */
public final class Extractor {
    private final OpenedArchive reader;
    private final ExtractOptions options;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final NamingRules rules;
    private final TargetFolders folders;
    private final Conflicts conflicts;
    private final Claims claims = new Claims();
    private final Results results = new Results();
    private final Batch readable;

    @SuppressWarnings("NullAway.Init") // set when it is run
    private ProgressMeter meter;

    @SuppressWarnings("NullAway.Init") // set when it is run
    private DurableFiles durable;

    private boolean leavesOpen;

    public Extractor(
            OpenedArchive reader,
            ExtractOptions options,
            ProgressListener listener,
            CancelToken cancel) {
        this.reader = reader;
        this.options = options;
        this.listener = listener;
        this.cancel = cancel;
        this.rules = NamingRules.of(options.folder());
        this.folders = new TargetFolders(options.folder());
        this.conflicts = new Conflicts(options);
        this.readable = Batch.begin(options.kind(), options.archive());
    }

    /**
     * What can come out comes out; what can not is in the report, and so is why it has ended early
     * if it has.
     *
     * @throws TargetExists with {@link ConflictRule#FAIL}, before anything is written
     * @throws NotEnoughSpace before anything is written
     */
    public ExtractReport extract(List<ArchiveEntry> entries) throws IOException {
        reader.check(listener, cancel);
        leavesOpen =
                options.unprotected() == ExtractOptions.Unprotected.LEAVE
                        && reader.listing().needsPassword();
        prepareFolder();
        try {
            requireSpace(entries);
            if (options.onConflict() == ConflictRule.FAIL) {
                requireFree(entries);
            }
        } catch (IOException e) {
            folders.takeBack();
            throw e;
        }
        readable.base(options.folder());
        long bytes = SaturatedSum.of(entries, ArchiveEntry::size);
        meter = new ProgressMeter(listener, Stage.EXTRACTING, bytes, entries.size());
        Optional<Exception> stopped = Optional.empty();
        try (DurableFiles files = new DurableFiles()) {
            durable = files;
            stopped = writeAll(entries);
            finishDurably();
        } catch (IOException e) {
            stopped = stopped.or(() -> Optional.of(e));
        }
        meter.finish();
        return report(entries, stopped);
    }

    /** Returns why it ended early, if it did. */
    private Optional<Exception> writeAll(List<ArchiveEntry> entries) {
        try {
            writeFiles(entries);
            LinkFiles links = new LinkFiles(reader, options.folder(), conflicts);
            for (ArchiveEntry link : ofKind(entries, true)) {
                cancel.check();
                meter.startItem(link.path());
                results.add(makeLink(link, links));
                meter.addBytes(link.size());
                meter.itemDone();
            }
            return Optional.empty();
        } catch (IOException | CancellationException e) {
            return Optional.of(e);
        }
    }

    private ExtractReport report(List<ArchiveEntry> entries, Optional<Exception> stopped) {
        List<ExtractedEntry> all = results.of(entries);
        restoreFolders(all);
        if (all.stream().noneMatch(entry -> entry.result().cameOut())) {
            folders.takeBack();
        }
        List<ReadableFile> left = stillThere(all);
        readable.settle(options.meaning() == ExtractOptions.Meaning.PUT_BACK ? List.of() : left);
        return new ExtractReport(
                options.folder(), all, left, folders.made(), results.withoutAttributes(), stopped);
    }

    /** Folders last, from the outside in: those that have been made for it. */
    private List<ReadableFile> stillThere(List<ExtractedEntry> all) {
        List<ReadableFile> files = new ArrayList<>();
        for (ExtractedEntry entry : all) {
            if (entry.result().cameOut() && entry.entry().kind() != ItemKind.FOLDER) {
                add(files, entry.target().orElseThrow(), entry.entry().path());
            }
        }
        if (!files.isEmpty()) {
            folders.made().forEach(folder -> add(files, folder, ""));
        }
        return files;
    }

    private static void add(List<ReadableFile> files, Path place, String entry) {
        try {
            files.add(ReadableFile.now(place, entry));
        } catch (IOException e) {
            return; // somebody has taken it away already
        }
    }

    /** Further names of files that come out too, when those are there. */
    private void writeOtherNames(List<ArchiveEntry> others) throws IOException {
        if (others.isEmpty()) {
            return;
        }
        HardLinks links = new HardLinks();
        results.cameOut().forEach(result -> links.cameOut(result.entry(), result.target().get()));
        for (ArchiveEntry entry : others) {
            cancel.check();
            meter.startItem(entry.path());
            EntryFiles.Plan plan = plan(entry, pathOf(entry));
            Optional<Path> file = reader.linkedTo(entry).flatMap(links::place);
            if (plan.isToBeWritten() && file.isPresent() && links.make(file.get(), plan)) {
                readable.readable(List.of(plan.target()));
                results.add(plan.result());
                meter.addBytes(entry.size());
                meter.itemDone();
            } else {
                write(List.of(plan));
            }
            written(List.of(plan));
        }
    }

    /** Whether the file that it is another name of comes out as well. */
    private boolean isOtherName(ArchiveEntry entry, Set<String> wanted) {
        return entry.kind() == ItemKind.FILE
                && reader.linkedTo(entry).filter(wanted::contains).isPresent();
    }

    private void writeFiles(List<ArchiveEntry> entries) throws IOException {
        Set<String> wanted = new HashSet<>();
        entries.forEach(entry -> wanted.add(entry.path()));
        List<ArchiveEntry> others = new ArrayList<>();
        try (Workers workers = Workers.start(reader.isAnyOrder());
                InOrder<List<EntryFiles.Plan>> order =
                        new InOrder<>(workers, 4L * workers.count(), this::written)) {
            Batches<EntryFiles.Plan> batches =
                    new Batches<>((share, bytes) -> order.submit(1, () -> write(share)));
            reader.expect(entries);
            for (ArchiveEntry entry : ofKind(entries, false)) {
                cancel.check();
                if (isOtherName(entry, wanted)) {
                    others.add(entry);
                    continue;
                }
                EntryPath path = pathOf(entry);
                if (claims.mayCollide(options.folder(), path, entry.kind())) {
                    // What is under way has to be on disk before this one's place is decided.
                    batches.flush();
                    order.finish();
                }
                EntryFiles.Plan plan = plan(entry, path);
                claims.add(plan);
                batches.add(plan, plan.isToBeWritten() ? entry.size() : 0);
            }
            batches.flush();
            order.finish();
        }
        writeOtherNames(others);
    }

    private List<EntryFiles.Plan> write(List<EntryFiles.Plan> share) throws IOException {
        try (EntryFiles files = new EntryFiles(reader, options, readable, meter, cancel, results)) {
            return files.write(share);
        }
    }

    private void written(List<EntryFiles.Plan> share) throws IOException {
        for (EntryFiles.Plan plan : share) {
            if (plan.isToBeWritten() && Files.exists(plan.target(), LinkOption.NOFOLLOW_LINKS)) {
                conflicts.written(plan.target());
                durable.add(plan.target(), plan.entry().size());
            }
        }
    }

    /** The caller may delete the archive after the report: all of it is on the device by then. */
    private void finishDurably() throws IOException {
        results.cameOut().forEach(result -> durable.addName(result.target().orElseThrow()));
        folders.made().forEach(durable::addName);
        durable.finish();
    }

    private void prepareFolder() throws IOException {
        try {
            folders.makeBase();
        } catch (FileSystemException e) {
            throw new TargetUnusable(options.folder(), e);
        }
    }

    private void requireSpace(List<ArchiveEntry> entries) throws NotEnoughSpace {
        long needed = SaturatedSum.of(entries, ArchiveEntry::size);
        long free = FreeSpace.at(options.folder());
        if (needed > free && options.space() == ExtractOptions.Space.FOR_ALL) {
            throw new NotEnoughSpace(needed, free);
        }
    }

    private void requireFree(List<ArchiveEntry> entries) throws TargetExists {
        for (ArchiveEntry entry : entries) {
            EntryPath path = pathOf(entry);
            if (path.refusal().isPresent() || entry.kind() == ItemKind.FOLDER) {
                continue;
            }
            Path target = options.folder();
            for (String part : path.parts()) {
                target = target.resolve(part);
            }
            if (Files.exists(target, LinkOption.NOFOLLOW_LINKS)) {
                throw new TargetExists(target);
            }
        }
    }

    private EntryPath pathOf(ArchiveEntry entry) {
        boolean flat = options.layout() == ExtractOptions.Layout.FLAT;
        return EntryPath.of(flat ? entry.name() : entry.path(), rules);
    }

    private static List<ArchiveEntry> ofKind(List<ArchiveEntry> entries, boolean links) {
        return entries.stream().filter(entry -> entry.kind() == ItemKind.LINK == links).toList();
    }

    /** Where the entry goes, or what has become of it already. */
    private EntryFiles.Plan plan(ArchiveEntry entry, EntryPath path) throws IOException {
        if (path.refusal().isPresent()) {
            return EntryFiles.Plan.done(ExtractedEntry.refused(entry, path.refusal().get()));
        }
        if (leavesOpen && entry.standsOpen()) {
            return EntryFiles.Plan.done(ExtractedEntry.unprotected(entry));
        }
        if (options.space() == ExtractOptions.Space.FOR_EACH
                && entry.size() > FreeSpace.at(options.folder())) {
            NotEnoughSpace full = new NotEnoughSpace(entry.size(), FreeSpace.at(options.folder()));
            return EntryFiles.Plan.done(
                    ExtractedEntry.failed(entry, ExtractedEntry.Result.NOT_WRITTEN, full));
        }
        try {
            return entry.kind() == ItemKind.FOLDER
                    ? EntryFiles.Plan.done(makeFolder(entry, path))
                    : place(entry, path);
        } catch (IOException e) {
            requireStillSpace(entry);
            return EntryFiles.Plan.done(
                    ExtractedEntry.failed(entry, ExtractedEntry.Result.NOT_WRITTEN, e));
        }
    }

    /** A full device ends the extraction; a name that is too long does not. */
    private void requireStillSpace(ArchiveEntry entry) throws NotEnoughSpace {
        if (FreeSpace.isUsedUpAt(options.folder())) {
            throw new NotEnoughSpace(entry.size(), FreeSpace.at(options.folder()));
        }
    }

    /** A folder has no contents to check, but headers: name, time and kind stand in both. */
    private ExtractedEntry makeFolder(ArchiveEntry entry, EntryPath path) throws IOException {
        try (InputStream in = reader.open(entry)) {
            Drained.toTheEnd(in);
        } catch (DamagedArchive e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.DAMAGED, e);
        } catch (UnsupportedFeature e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.UNSUPPORTED, e);
        }
        Optional<Path> folder = folders.ensure(path.parts());
        return folder.isPresent()
                ? ExtractedEntry.out(entry, folder.get(), path.mapped())
                : ExtractedEntry.refused(entry, NameRefusal.BLOCKED);
    }

    private EntryFiles.Plan place(ArchiveEntry entry, EntryPath path) throws IOException {
        int last = path.parts().size() - 1;
        Optional<Path> parent = folders.ensure(path.parts().subList(0, last));
        if (parent.isEmpty()) {
            return EntryFiles.Plan.done(ExtractedEntry.refused(entry, NameRefusal.BLOCKED));
        }
        Path wanted = parent.get().resolve(path.parts().get(last));
        Conflicts.Decision decision = conflicts.decide(entry, wanted);
        if (decision.target().isEmpty()) {
            return EntryFiles.Plan.done(ExtractedEntry.skipped(entry));
        }
        Path target = decision.target().get();
        boolean renamed = path.mapped() || !target.equals(wanted);
        return EntryFiles.Plan.write(
                ExtractedEntry.out(entry, target, renamed), target, decision.replaces());
    }

    private ExtractedEntry makeLink(ArchiveEntry entry, LinkFiles links) throws IOException {
        try {
            EntryPath path = pathOf(entry);
            // What is unsafe is refused before anybody is asked what is to become of it.
            if (path.refusal().isEmpty() && !links.mayBeMade(entry, path)) {
                return ExtractedEntry.refused(entry, NameRefusal.LINK_LEADS_OUT);
            }
            EntryFiles.Plan plan = plan(entry, path);
            return plan.isToBeWritten() ? links.make(plan) : plan.result();
        } catch (DamagedArchive e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.DAMAGED, e);
        } catch (UnsupportedFeature e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.UNSUPPORTED, e);
        } catch (IOException e) {
            requireStillSpace(entry);
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.NOT_WRITTEN, e);
        }
    }

    /**
     * Deepest first: what is done inside changes the time of the folder around it, or closes it.
     */
    private void restoreFolders(List<ExtractedEntry> all) {
        List<ExtractedEntry> made =
                new ArrayList<>(
                        all.stream()
                                .filter(result -> result.entry().kind() == ItemKind.FOLDER)
                                .filter(result -> result.target().isPresent())
                                .filter(result -> folders.wasMade(result.target().get()))
                                .toList());
        made.sort(
                Comparator.comparing(
                        (ExtractedEntry result) -> -result.target().get().getNameCount()));
        for (ExtractedEntry result : made) {
            if (!restored(result)) {
                results.attributesLost(result.target().get());
            }
        }
    }

    private boolean restored(ExtractedEntry folder) {
        try {
            return new DetailsRestorer(reader, options.meaning())
                    .restore(folder.entry(), folder.target().orElseThrow());
        } catch (IOException e) {
            return false; // the archive can not be read any more
        }
    }
}
