package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Stage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.NotEnoughSpace;
import app.lacuna.failure.PasswordRequired;
import app.lacuna.failure.TargetExists;
import app.lacuna.failure.TargetUnusable;
import app.lacuna.failure.UnsupportedFeature;
import app.lacuna.pipeline.Batches;
import app.lacuna.pipeline.InOrder;
import app.lacuna.pipeline.Workers;
import app.lacuna.selection.ItemKind;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedFile.Existing;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Extracts entries into a folder. What goes where is decided entry by entry, in order; files are
 * then written on all processors ({@link EntryFiles}). Links are made last, so that nothing can be
 * written through them; folders get their times when everything is in them.
 *
 * <p>One extractor does one extraction.
 */
public final class Extractor {
    private final ArchiveReader reader;
    private final ExtractOptions options;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final NamingRules rules;
    private final TargetFolders folders;
    private final Conflicts conflicts;
    private final Claims claims = new Claims();
    private ProgressMeter meter;

    public Extractor(
            ArchiveReader reader,
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
    }

    /**
     * What can come out comes out; what can not is in the report.
     *
     * @throws TargetExists with {@link ConflictRule#FAIL}, before anything is written
     * @throws NotEnoughSpace before or while writing
     */
    public ExtractReport extract(List<ArchiveEntry> entries) throws IOException {
        requireUnlocked(entries);
        reader.check(listener, cancel);
        prepareFolder();
        requireSpace(entries);
        if (options.onConflict() == ConflictRule.FAIL) {
            requireFree(entries);
        }
        long bytes = entries.stream().mapToLong(ArchiveEntry::size).sum();
        meter = new ProgressMeter(listener, Stage.EXTRACTING, bytes, entries.size());
        List<ExtractedEntry> results = new ArrayList<>();
        try {
            writeFiles(entries, results);
            for (ArchiveEntry link : ofKind(entries, true)) {
                cancel.check();
                meter.startItem(link.path());
                results.add(makeLink(link));
                meter.itemDone();
            }
        } finally {
            restoreFolders(results);
        }
        meter.finish();
        return new ExtractReport(options.folder(), results, folders.made());
    }

    private void writeFiles(List<ArchiveEntry> entries, List<ExtractedEntry> results)
            throws IOException {
        try (Workers workers = Workers.start();
                InOrder<List<ExtractedEntry>> order =
                        new InOrder<>(workers, 4L * workers.count(), done -> take(done, results))) {
            Batches<EntryFiles.Plan> batches =
                    new Batches<>((share, bytes) -> order.submit(1, () -> write(share)));
            for (ArchiveEntry entry : ofKind(entries, false)) {
                cancel.check();
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
    }

    private List<ExtractedEntry> write(List<EntryFiles.Plan> share) throws IOException {
        try (EntryFiles files = new EntryFiles(reader, options.folder(), meter, cancel)) {
            return files.write(share);
        }
    }

    private void take(List<ExtractedEntry> done, List<ExtractedEntry> results) throws IOException {
        for (ExtractedEntry result : done) {
            results.add(result);
            if (result.result().cameOut() && result.entry().kind() == ItemKind.FILE) {
                conflicts.written(result.target().orElseThrow());
            }
        }
    }

    private void requireUnlocked(List<ArchiveEntry> entries) throws PasswordRequired {
        boolean locked = entries.stream().anyMatch(entry -> entry.protection().needsPassword());
        if (locked && !reader.isUnlocked()) {
            throw new PasswordRequired(reader.listing().archive());
        }
    }

    private void prepareFolder() throws IOException {
        try {
            boolean there = Files.exists(options.folder());
            Files.createDirectories(options.folder());
            if (!there) {
                folders.baseWasMade();
            }
        } catch (FileSystemException e) {
            throw new TargetUnusable(options.folder(), e);
        }
    }

    private void requireSpace(List<ArchiveEntry> entries) throws NotEnoughSpace {
        long needed = entries.stream().mapToLong(ArchiveEntry::size).sum();
        long free = FreeSpace.at(options.folder());
        if (needed > free) {
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

    private ExtractedEntry makeFolder(ArchiveEntry entry, EntryPath path) throws IOException {
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

    private ExtractedEntry makeLink(ArchiveEntry entry) throws IOException {
        EntryFiles.Plan plan = plan(entry, pathOf(entry));
        if (!plan.isToBeWritten()) {
            return plan.result();
        }
        try {
            return makeLink(plan);
        } catch (DamagedArchive e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.DAMAGED, e);
        } catch (UnsupportedFeature e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.UNSUPPORTED, e);
        } catch (IOException e) {
            requireStillSpace(entry);
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.NOT_WRITTEN, e);
        }
    }

    private ExtractedEntry makeLink(EntryFiles.Plan plan) throws IOException {
        ArchiveEntry entry = plan.entry();
        Path link = plan.target();
        Optional<byte[]> contents;
        try (InputStream in = reader.open(entry)) {
            contents = LinkTarget.read(in, entry);
        }
        Optional<Path> target =
                contents.flatMap(bytes -> LinkTarget.inside(options.folder(), link, bytes));
        if (target.isEmpty()) {
            return ExtractedEntry.refused(entry, NameRefusal.LINK_LEADS_OUT);
        }
        try {
            if (plan.existing() == Existing.REPLACE) {
                Files.delete(link);
            }
            Files.createSymbolicLink(link, target.get());
        } catch (UnsupportedOperationException e) {
            throw new IOException("no symbolic links here", e);
        }
        meter.addBytes(entry.size());
        conflicts.written(link);
        return plan.result();
    }

    /** Deepest first: setting a time inside would change that of the folder around it. */
    private void restoreFolders(List<ExtractedEntry> results) throws IOException {
        for (int i = results.size() - 1; i >= 0; i--) {
            ExtractedEntry result = results.get(i);
            if (result.entry().kind() == ItemKind.FOLDER
                    && result.target().filter(folders::wasMade).isPresent()) {
                FileAttributesRestorer.restore(result.entry(), result.target().get());
            }
        }
    }
}
