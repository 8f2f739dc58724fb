package app.lacuna.extract;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.Register;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.SaturatedSum;
import app.lacuna.common.Stage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.NotEnoughSpace;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.extract.ExtractedEntry.Result;
import app.lacuna.files.Links;
import app.lacuna.selection.ItemKind;
import app.lacuna.staging.Existing;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.StagedFile;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CancellationException;

/**
 * Writes entries to the places on disk that they came from, each only while its place is what was
 * promised ({@link GuardedReplacement}). Every file gets its name when it is complete and its check
 * has passed; folders get their details last.
 *
 * <p>One writer does one restore.
 */
public final class InPlaceWriter {
    private static final int SHARE = 64;
    private static final int BUFFER_BYTES = 1 << 17;

    private final OpenedArchive archive;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final DetailsRestorer details;
    private final List<ExtractedEntry> entries = new ArrayList<>();
    private final List<Path> withoutAttributes = new ArrayList<>();
    private final Map<String, Path> written = new HashMap<>();
    private final byte[] buffer = new byte[BUFFER_BYTES];

    @SuppressWarnings("NullAway.Init") // set when it is run
    private ProgressMeter meter;

    private int number;

    /**
     * One entry to write.
     *
     * @param root no folder above it is created or followed as a link
     * @param promise what the place contains now
     */
    public record Step(ArchiveEntry entry, Path root, Path place, Promise promise) {}

    /** One item to delete. */
    public record Removal(Path place, Promise promise) {}

    /**
     * What was done.
     *
     * @param stopped why not everything was tried; empty at a usual end
     */
    public record Report(
            List<ExtractedEntry> entries,
            List<Path> withoutAttributes,
            Optional<Exception> stopped) {}

    public InPlaceWriter(OpenedArchive archive, ProgressListener listener, CancelToken cancel) {
        this.archive = archive;
        this.listener = listener;
        this.cancel = cancel;
        this.details = new DetailsRestorer(archive, ExtractOptions.Meaning.PUT_BACK);
    }

    /**
     * Deletes items, from the inside out.
     *
     * @return those that are gone; the others are not what was promised, or could not be deleted
     */
    public static List<Removal> delete(List<Removal> removals, CancelToken cancel) {
        List<Removal> deepest = new ArrayList<>(removals);
        deepest.sort(
                Comparator.comparing((Removal each) -> -each.place().getNameCount())
                        .thenComparing(Removal::place));
        List<Removal> gone = new ArrayList<>();
        try (GuardedReplacement guard = new GuardedReplacement(cancel)) {
            for (Removal each : deepest) {
                if (cancel.isCancelled()) {
                    return gone;
                }
                try {
                    if (guard.delete(each.place(), each.promise())) {
                        gone.add(each);
                    }
                } catch (IOException | CancellationException e) {
                    continue; // it stays
                }
            }
        }
        return gone;
    }

    /**
     * @throws NotEnoughSpace before anything is written
     */
    public Report write(List<Step> steps) throws IOException {
        requireSpace(steps);
        long bytes = SaturatedSum.of(steps, step -> step.entry().size());
        meter = new ProgressMeter(listener, Stage.EXTRACTING, bytes, steps.size());
        Optional<Exception> stopped = Optional.empty();
        try (GuardedReplacement guard = new GuardedReplacement(cancel);
                DurableFiles durable = new DurableFiles()) {
            writeFolders(steps, guard);
            writeAll(filesInOrder(steps), guard, durable);
            steps.forEach(step -> durable.addName(step.place()));
            durable.finish();
        } catch (IOException | CancellationException e) {
            stopped = Optional.of(e);
        }
        restoreFolders(steps);
        meter.finish();
        return new Report(List.copyOf(entries), List.copyOf(withoutAttributes), stopped);
    }

    private static void requireSpace(List<Step> steps) throws NotEnoughSpace {
        if (steps.isEmpty()) {
            return;
        }
        long needed = SaturatedSum.of(steps, step -> step.entry().size());
        Path existing = steps.get(0).root();
        while (existing.getParent() != null && !Files.exists(existing)) {
            existing = existing.getParent();
        }
        long free = FreeSpace.at(existing);
        if (needed > free) {
            throw new NotEnoughSpace(needed, free);
        }
    }

    private void writeFolders(List<Step> steps, GuardedReplacement guard) throws IOException {
        List<Step> folders =
                steps.stream()
                        .filter(step -> step.entry().kind() == ItemKind.FOLDER)
                        .sorted(Comparator.comparing(step -> step.place().getNameCount()))
                        .toList();
        for (Step step : folders) {
            cancel.check();
            write(step, guard, this::writeFolder);
        }
    }

    /** In the order of the archive, links last. */
    private static List<Step> filesInOrder(List<Step> steps) {
        return steps.stream()
                .filter(step -> step.entry().kind() != ItemKind.FOLDER)
                .sorted(
                        Comparator.comparing((Step step) -> step.entry().kind() == ItemKind.LINK)
                                .thenComparing(step -> step.entry().index()))
                .toList();
    }

    private void writeAll(List<Step> files, GuardedReplacement guard, DurableFiles durable)
            throws IOException {
        archive.expect(files.stream().map(Step::entry).toList());
        for (int from = 0; from < files.size(); from += SHARE) {
            List<Step> share = files.subList(from, Math.min(files.size(), from + SHARE));
            archive.prepare(share.stream().map(Step::entry).toList());
            for (Step step : share) {
                cancel.check();
                boolean link = step.entry().kind() == ItemKind.LINK;
                write(step, guard, link ? this::writeLink : this::writeFile);
                boolean written = entries.get(entries.size() - 1).result().cameOut();
                if (written && !link) {
                    durable.add(step.place(), step.entry().size());
                }
            }
        }
    }

    @FunctionalInterface
    private interface Writing {
        boolean isDone(Step step, GuardedReplacement guard) throws IOException;
    }

    private void write(Step step, GuardedReplacement guard, Writing writing) throws IOException {
        meter.startItem(step.entry().path());
        entries.add(result(step, guard, writing));
        meter.itemDone();
    }

    private ExtractedEntry result(Step step, GuardedReplacement guard, Writing writing)
            throws NotEnoughSpace {
        try {
            if (!isReachable(step)) {
                return ExtractedEntry.refused(step.entry(), NameRefusal.BLOCKED);
            }
            return writing.isDone(step, guard)
                    ? ExtractedEntry.out(step.entry(), step.place(), false)
                    : ExtractedEntry.skipped(step.entry());
        } catch (DamagedArchive e) {
            return ExtractedEntry.failed(step.entry(), Result.DAMAGED, e);
        } catch (UnsupportedFeature e) {
            return ExtractedEntry.failed(step.entry(), Result.UNSUPPORTED, e);
        } catch (IOException e) {
            if (FreeSpace.isUsedUpAt(requireNonNull(step.place().getParent()))) {
                throw new NotEnoughSpace(
                        step.entry().size(),
                        FreeSpace.at(requireNonNull(step.place().getParent())));
            }
            return ExtractedEntry.failed(step.entry(), Result.NOT_WRITTEN, e);
        }
    }

    /** Creates missing folders on the way; never goes through a link below the root. */
    private static boolean isReachable(Step step) throws IOException {
        Path parent = step.place().getParent();
        if (!step.place().startsWith(step.root()) || step.place().equals(step.root())) {
            Files.createDirectories(parent);
            return true;
        }
        Files.createDirectories(step.root());
        Path at = step.root();
        for (Path name : step.root().relativize(parent)) {
            if (name.toString().isEmpty()) {
                continue;
            }
            at = at.resolve(name);
            if (!Files.exists(at, LinkOption.NOFOLLOW_LINKS)) {
                Files.createDirectory(at);
            } else if (!Links.isFolder(at)) {
                return false;
            }
        }
        return true;
    }

    private boolean writeFolder(Step step, GuardedReplacement guard) throws IOException {
        if (Links.isFolder(step.place())) {
            return true; // it gets its details at the end
        }
        return guard.replace(step.place(), step.promise(), Files::createDirectory);
    }

    private boolean writeFile(Step step, GuardedReplacement guard) throws IOException {
        Optional<Path> first = archive.linkedTo(step.entry()).map(written::get);
        if (first.isPresent() && isFurtherName(step, first.get(), guard)) {
            meter.addBytes(step.entry().size());
            return true;
        }
        Path folder = requireNonNull(step.place().getParent());
        try (InputStream in = archive.open(step.entry());
                StagedFile staged = StagedFile.privateIn(folder)) {
            SparseOutput out = new SparseOutput(staged.channel(), step.entry().size());
            int count;
            while ((count = in.readNBytes(buffer, 0, buffer.length)) > 0) {
                cancel.check();
                out.write(buffer, count);
                meter.addBytes(count);
            }
            out.finish();
            boolean restored = details.restore(step.entry(), staged.temporary());
            if (!step.promise().equals(Promise.ABSENT)) {
                staged.force(); // the guard deletes the older file afterwards
            }
            boolean done =
                    guard.replace(
                            step.place(),
                            step.promise(),
                            place -> staged.publishAs(place, Existing.KEEP));
            if (done) {
                written.put(step.entry().path(), step.place());
            }
            if (done && !restored) {
                withoutAttributes.add(step.place());
            }
            return done;
        }
    }

    /** False also where the file system has no hard links: it becomes a file of its own then. */
    private static boolean isFurtherName(Step step, Path first, GuardedReplacement guard) {
        try {
            return guard.replace(
                    step.place(), step.promise(), place -> Files.createLink(place, first));
        } catch (IOException | UnsupportedOperationException e) {
            return false;
        }
    }

    private boolean writeLink(Step step, GuardedReplacement guard) throws IOException {
        String target;
        try (InputStream in = archive.open(step.entry())) {
            target = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        meter.addBytes(step.entry().size());
        Path folder = requireNonNull(step.place().getParent());
        Register.temporariesIn(folder);
        Path made =
                folder.resolve(
                        Register.PREFIX
                                + Register.token()
                                + "-link"
                                + number++
                                + Register.TEMPORARY_FILE);
        try {
            Files.createSymbolicLink(made, Path.of(target));
            boolean restored = details.restore(step.entry(), made);
            boolean done =
                    guard.replace(
                            step.place(),
                            step.promise(),
                            place -> {
                                if (Files.exists(place, LinkOption.NOFOLLOW_LINKS)) {
                                    throw new FileAlreadyExistsException(place.toString());
                                }
                                Files.move(made, place);
                            });
            if (done && !restored) {
                withoutAttributes.add(step.place());
            }
            return done;
        } catch (UnsupportedOperationException e) {
            throw new IOException("no symbolic links here", e);
        } finally {
            Files.deleteIfExists(made);
        }
    }

    /** Deepest first: a change inside gives the folder around it a new time. */
    private void restoreFolders(List<Step> steps) {
        steps.stream()
                .filter(step -> step.entry().kind() == ItemKind.FOLDER)
                .filter(step -> Links.isFolder(step.place()))
                .sorted(Comparator.comparing(step -> -step.place().getNameCount()))
                .forEach(this::restoreFolder);
    }

    private void restoreFolder(Step step) {
        try {
            if (!details.restore(step.entry(), step.place())) {
                withoutAttributes.add(step.place());
            }
        } catch (IOException e) {
            withoutAttributes.add(step.place());
        }
    }
}
