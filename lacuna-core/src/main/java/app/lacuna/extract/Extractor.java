package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.base.CancelToken;
import app.lacuna.base.FreeSpace;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.Stage;
import app.lacuna.base.StagedFile;
import app.lacuna.base.StagedFile.Existing;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.NotEnoughSpace;
import app.lacuna.failure.PasswordRequired;
import app.lacuna.failure.TargetExists;
import app.lacuna.failure.TargetUnusable;
import app.lacuna.failure.UnsupportedFeature;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Extracts entries into a folder. Every file is written beside its place and gets its name only
 * when its check has passed. Links are made last, so that nothing can be written through them;
 * folders get their times when everything is in them.
 *
 * <p>One extractor does one extraction.
 */
public final class Extractor {
    private static final int BUFFER_BYTES = 1 << 16;

    private final ArchiveReader reader;
    private final ExtractOptions options;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final NamingRules rules;
    private final TargetFolders folders;
    private final Conflicts conflicts;
    private final byte[] buffer = new byte[BUFFER_BYTES];
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
            for (ArchiveEntry entry : linksLast(entries)) {
                cancel.check();
                meter.startItem(entry.path());
                results.add(extract(entry));
                meter.itemDone();
            }
        } finally {
            Arrays.fill(buffer, (byte) 0);
            restoreFolders(results);
        }
        meter.finish();
        return new ExtractReport(options.folder(), results);
    }

    private void requireUnlocked(List<ArchiveEntry> entries) throws PasswordRequired {
        boolean locked = entries.stream().anyMatch(entry -> entry.protection().needsPassword());
        if (locked && !reader.isUnlocked()) {
            throw new PasswordRequired(reader.listing().archive());
        }
    }

    private void prepareFolder() throws IOException {
        try {
            Files.createDirectories(options.folder());
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
            EntryPath path = EntryPath.of(entry.path(), rules);
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

    private static List<ArchiveEntry> linksLast(List<ArchiveEntry> entries) {
        List<ArchiveEntry> ordered = new ArrayList<>(entries);
        ordered.removeIf(entry -> entry.kind() == ItemKind.LINK);
        entries.stream().filter(entry -> entry.kind() == ItemKind.LINK).forEach(ordered::add);
        return ordered;
    }

    private ExtractedEntry extract(ArchiveEntry entry) throws IOException {
        EntryPath path = EntryPath.of(entry.path(), rules);
        if (path.refusal().isPresent()) {
            return ExtractedEntry.refused(entry, path.refusal().get());
        }
        try {
            return entry.kind() == ItemKind.FOLDER
                    ? makeFolder(entry, path)
                    : extractInto(entry, path);
        } catch (DamagedArchive e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.DAMAGED, e);
        } catch (UnsupportedFeature e) {
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.UNSUPPORTED, e);
        } catch (IOException e) {
            requireStillSpace(entry);
            return ExtractedEntry.failed(entry, ExtractedEntry.Result.NOT_WRITTEN, e);
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

    private ExtractedEntry extractInto(ArchiveEntry entry, EntryPath path) throws IOException {
        int last = path.parts().size() - 1;
        Optional<Path> parent = folders.ensure(path.parts().subList(0, last));
        if (parent.isEmpty()) {
            return ExtractedEntry.refused(entry, NameRefusal.BLOCKED);
        }
        Path wanted = parent.get().resolve(path.parts().get(last));
        Conflicts.Decision decision = conflicts.decide(entry, wanted);
        if (decision.target().isEmpty()) {
            return ExtractedEntry.skipped(entry);
        }
        Path target = decision.target().get();
        boolean renamed = path.mapped() || !target.equals(wanted);
        if (entry.kind() == ItemKind.LINK) {
            return makeLink(entry, target, decision.replaces(), renamed);
        }
        writeFile(entry, target, decision.replaces() ? Existing.REPLACE : Existing.KEEP);
        conflicts.written(target);
        return ExtractedEntry.out(entry, target, renamed);
    }

    private void writeFile(ArchiveEntry entry, Path target, Existing existing) throws IOException {
        try (InputStream in = reader.open(entry);
                StagedFile staged =
                        FileAttributesRestorer.hasPermissions(entry, target)
                                ? StagedFile.privateBeside(target)
                                : StagedFile.beside(target)) {
            int count;
            while ((count = in.read(buffer)) > 0) {
                cancel.check();
                ByteBuffer out = ByteBuffer.wrap(buffer, 0, count);
                while (out.hasRemaining()) {
                    staged.channel().write(out);
                }
                meter.addBytes(count);
            }
            FileAttributesRestorer.restore(entry, staged.temporary());
            staged.publish(existing);
        }
    }

    private ExtractedEntry makeLink(
            ArchiveEntry entry, Path link, boolean replaces, boolean renamed) throws IOException {
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
            if (replaces) {
                Files.delete(link);
            }
            Files.createSymbolicLink(link, target.get());
        } catch (UnsupportedOperationException e) {
            throw new IOException("no symbolic links here", e);
        }
        meter.addBytes(entry.size());
        conflicts.written(link);
        return ExtractedEntry.out(entry, link, renamed);
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
