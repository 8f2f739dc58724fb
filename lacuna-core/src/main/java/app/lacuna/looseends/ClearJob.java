package app.lacuna.looseends;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.Aside;
import app.lacuna.clearing.Ends;
import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.NotRecordedException;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Stage;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;

/**
 * Lets go of what a plan says, and of nothing else: each file is first moved out of everybody's
 * reach ({@link Aside}), then compared with the evidence once more, and only if it is the same byte
 * for byte does it go. What is not, or what another program has open to write in it, gets its name
 * back. Folders go last, from the inside out, and only when they are empty.
 */
public final class ClearJob {
    private static final int SHARE_FILES = 200;
    private static final long SHARE_BYTES = 64_000_000;

    private final Evidence evidence;
    private final Disposal disposal;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final ClearPlanner planner;
    private final List<ReadableFile> gone = new ArrayList<>();
    private final List<Staying> stays = new ArrayList<>();
    private final List<Path> linked = new ArrayList<>();

    @SuppressWarnings("NullAway.Init") // set when it is run
    private ProgressMeter meter;

    private boolean cancelled;

    public ClearJob(
            Evidence evidence, Disposal disposal, ProgressListener listener, CancelToken cancel) {
        this.evidence = evidence;
        this.disposal = disposal;
        this.listener = listener;
        this.cancel = cancel;
        this.planner = new ClearPlanner(evidence, cancel);
    }

    /** Cancelling stops it between two files; what is gone by then is in the report. */
    public ClearReport run(ClearPlan plan) {
        meter = new ProgressMeter(listener, Stage.CLEARING, plan.bytes(), plan.goes().size());
        stays.addAll(plan.stays());
        for (List<ReadableFile> share : shares(plan)) {
            clear(share);
        }
        plan.goes().stream()
                .filter(file -> file.sort() == Sort.FOLDER)
                .sorted(Comparator.comparing(file -> -file.path().getNameCount()))
                .forEach(this::clearFolder);
        meter.finish();
        remember();
        return new ClearReport(gone, stays, linked, cancelled);
    }

    /** Each of files of one folder, so many that looking around is worth its time. */
    private static List<List<ReadableFile>> shares(ClearPlan plan) {
        Map<Path, List<ReadableFile>> open = new LinkedHashMap<>();
        List<List<ReadableFile>> shares = new ArrayList<>();
        for (ReadableFile file : plan.goes()) {
            if (file.sort() == Sort.FOLDER) {
                continue;
            }
            List<ReadableFile> share =
                    open.computeIfAbsent(
                            file.path().getParent(),
                            folder -> {
                                List<ReadableFile> made = new ArrayList<>();
                                shares.add(made);
                                return made;
                            });
            share.add(file);
            long bytes = share.stream().mapToLong(ReadableFile::size).sum();
            if (share.size() >= SHARE_FILES || bytes >= SHARE_BYTES) {
                open.remove(file.path().getParent());
            }
        }
        return shares;
    }

    private void clear(List<ReadableFile> share) {
        if (isCancelled()) {
            share.forEach(file -> stay(file, Stays.NOT_REACHED));
            return;
        }
        if (!evidence.stands()) {
            share.forEach(file -> stay(file, Stays.ARCHIVE_CHANGED));
            return;
        }
        try (Aside aside = Aside.in(requireNonNull(share.get(0).path().getParent()))) {
            clear(share, aside);
        } catch (NoSuchFileException e) {
            share.forEach(file -> stay(file, Stays.GONE));
        } catch (NotRecordedException e) {
            share.forEach(file -> stay(file, Stays.NOT_RECORDED));
        } catch (IOException e) {
            share.forEach(file -> stay(file, Stays.NOT_PERMITTED));
        }
    }

    private void clear(List<ReadableFile> share, Aside aside) {
        Map<ReadableFile, Path> taken = new LinkedHashMap<>();
        for (ReadableFile file : share) {
            take(file, aside).ifPresent(place -> taken.put(file, place));
        }
        Set<Path> written = OpenElsewhere.toWrite(aside.folder());
        boolean prepared = isPrepared(List.copyOf(taken.keySet()));
        taken.forEach(
                (file, place) -> {
                    meter.startItem(file.path().getFileName().toString());
                    Optional<Stays> why =
                            prepared
                                    ? finish(file, place, aside, written.contains(place))
                                    : Optional.of(Stays.ARCHIVE_DAMAGED);
                    why.ifPresent(reason -> stay(file, reason));
                    meter.addBytes(file.size());
                    meter.itemDone();
                });
    }

    private boolean isPrepared(List<ReadableFile> files) {
        try {
            evidence.prepare(files);
            return true;
        } catch (IOException e) {
            return false;
        }
    }

    /** Out of reach, if it looks like what was planned. */
    private Optional<Path> take(ReadableFile file, Aside aside) {
        try {
            ReadableFile now = ReadableFile.now(file.path(), file.entry());
            if (planner.isArchive(now)) {
                stay(file, Stays.ARCHIVE);
                return Optional.empty();
            }
            if (!file.looksLike(now)) {
                stay(file, now.sort() == file.sort() ? Stays.CHANGED : Stays.REPLACED);
                return Optional.empty();
            }
            return Optional.of(aside.take(file.path()));
        } catch (NoSuchFileException e) {
            stay(file, Stays.GONE);
        } catch (IOException e) {
            stay(file, Stays.NOT_PERMITTED);
        }
        return Optional.empty();
    }

    /** Whatever stays goes back when the folder is closed. */
    private Optional<Stays> finish(ReadableFile file, Path place, Aside aside, boolean written) {
        if (isCancelled()) {
            return Optional.of(Stays.NOT_REACHED);
        }
        if (written) {
            return Optional.of(Stays.IN_USE);
        }
        try {
            Optional<Stays> why = difference(file, place);
            if (why.isPresent()) {
                return why;
            }
        } catch (CancellationException e) {
            cancelled = true;
            return Optional.of(Stays.NOT_REACHED);
        } catch (IOException e) {
            return Optional.of(Stays.UNREADABLE);
        }
        try {
            boolean elsewhere = file.isFile() && Beyond.hasOtherNames(place);
            Path last = disposal.wantsItUnderItsName() ? aside.putBack(place) : place;
            gone.add(file.withInTrash(disposal.dispose(last, file.path())));
            if (elsewhere) {
                linked.add(file.path());
            }
            return Optional.empty();
        } catch (Trash.NoTrash e) {
            return Optional.of(Stays.NO_TRASH);
        } catch (IOException e) {
            return Optional.of(Stays.NOT_PERMITTED);
        }
    }

    /** Nobody else can change it now, so it is what it is found to be. */
    private Optional<Stays> difference(ReadableFile file, Path place) throws IOException {
        if (!file.looksLike(ReadableFile.now(place, file.entry()))) {
            return Optional.of(Stays.CHANGED);
        }
        Optional<Stays> why = evidence.compare(file, place);
        if (why.isPresent()) {
            return why;
        }
        boolean still = file.looksLike(ReadableFile.now(place, file.entry()));
        return still ? Optional.empty() : Optional.of(Stays.CHANGED);
    }

    private void clearFolder(ReadableFile folder) {
        meter.itemDone();
        Path place = folder.path();
        if (isCancelled()) {
            stay(folder, Stays.NOT_REACHED);
            return;
        }
        try {
            if (!Files.isDirectory(place, LinkOption.NOFOLLOW_LINKS)) {
                stay(folder, Files.exists(place) ? Stays.REPLACED : Stays.GONE);
            } else if (!isEmpty(place)) {
                stay(folder, Stays.NOT_EMPTY);
            } else {
                Optional<InTrash> trash = disposal.dispose(place, place);
                gone.add(folder.withInTrash(trash));
            }
        } catch (DirectoryNotEmptyException e) {
            stay(folder, Stays.NOT_EMPTY);
        } catch (Trash.NoTrash e) {
            stay(folder, Stays.NO_TRASH);
        } catch (IOException e) {
            stay(folder, Stays.NOT_PERMITTED);
        }
    }

    private static boolean isEmpty(Path folder) throws IOException {
        try (DirectoryStream<Path> found = Files.newDirectoryStream(folder)) {
            return !found.iterator().hasNext();
        }
    }

    private boolean isCancelled() {
        cancelled |= cancel.isCancelled();
        return cancelled;
    }

    private void stay(ReadableFile file, Stays why) {
        stays.add(new Staying(file.path(), why));
    }

    /**
     * Once, at the end: after a kill the next scan detects what is gone and what is in the trash.
     */
    private void remember() {
        List<ReadableFile> trashed = new ArrayList<>();
        Set<Path> away = new HashSet<>();
        for (ReadableFile file : gone) {
            if (file.inTrash().isPresent()) {
                trashed.add(file);
            } else {
                away.add(file.path());
            }
        }
        Ends.gone(away);
        Ends.trashed(trashed);
    }
}
