package app.lacuna.looseends;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.Aside;
import app.lacuna.clearing.Clearer;
import app.lacuna.clearing.Ends;
import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.CancelToken;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Takes things back out of the trash, or takes them away for good: ours, and only those. */
public final class TrashJob {
    /** What is worked out together, for many small files. */
    private static final int SHARE = 200;

    private final Trash trash;
    private final CancelToken cancel;

    /**
     * @param stays what is not in the trash any more, or could not be moved
     */
    public record Result(int done, List<Path> stays) {}

    public TrashJob(Trash trash, CancelToken cancel) {
        this.trash = trash;
        this.cancel = cancel;
    }

    @FunctionalInterface
    private interface Step {
        void on(ReadableFile file, InTrash place) throws IOException;
    }

    /** Under their names, or beside what has those by now; folders first. */
    public Result takeBack(List<ReadableFile> files) {
        Map<InTrash, Path> back = new LinkedHashMap<>();
        Result result =
                each(
                        files.stream()
                                .sorted(Comparator.comparing(file -> file.path().getNameCount()))
                                .toList(),
                        (file, place) -> back.put(place, trash.restore(place, file.path())));
        // A folder that was thrown away as one thing has brought back what is in it.
        Set<Path> left = new HashSet<>(result.stays());
        List<ReadableFile> withFolder =
                files.stream().filter(file -> left.contains(file.path()) && isThere(file)).toList();
        withFolder.forEach(file -> file.inTrash().ifPresent(at -> back.put(at, file.path())));
        withFolder.forEach(file -> left.remove(file.path()));
        Ends.takenBack(back);
        return new Result(result.done() + withFolder.size(), List.copyOf(left));
    }

    private static boolean isThere(ReadableFile file) {
        try {
            return file.looksLike(ReadableFile.now(file.path(), file.entry()));
        } catch (IOException e) {
            return false;
        }
    }

    /** Only what still is what was thrown away, and what the evidence has. */
    public Result purge(List<ReadableFile> files, Evidence evidence) {
        List<InTrash> gone = new ArrayList<>();
        List<ReadableFile> inside =
                files.stream()
                        .sorted(Comparator.comparing(file -> -file.path().getNameCount()))
                        .toList();
        int done = 0;
        List<Path> stays = new ArrayList<>();
        for (int from = 0; from < inside.size(); from += SHARE) {
            List<ReadableFile> share = inside.subList(from, Math.min(inside.size(), from + SHARE));
            Result result = purgeShare(share, evidence, gone);
            done += result.done();
            stays.addAll(result.stays());
        }
        Ends.purged(gone);
        return new Result(done, stays);
    }

    private Result purgeShare(List<ReadableFile> share, Evidence evidence, List<InTrash> gone) {
        try {
            evidence.prepare(share);
        } catch (IOException e) {
            return new Result(0, share.stream().map(ReadableFile::path).toList());
        }
        Map<Path, Aside> outOfReach = new HashMap<>();
        try {
            return each(
                    share,
                    (file, place) -> {
                        purge(file, place, evidence, outOfReach);
                        gone.add(place);
                    });
        } finally {
            outOfReach.values().forEach(Aside::close); // what stays gets its name back
        }
    }

    /** Nobody else can exchange it between the look and the removal. */
    private void purge(
            ReadableFile file, InTrash place, Evidence evidence, Map<Path, Aside> outOfReach)
            throws IOException {
        if (file.sort() != ReadableFile.Sort.FOLDER) {
            Path parent = requireNonNull(place.file().getParent());
            Aside aside = outOfReach.get(parent);
            if (aside == null) {
                aside = Aside.in(parent);
                outOfReach.put(parent, aside);
            }
            Path there = aside.take(place.file());
            if (!isIn(evidence, file, there)) {
                throw new IOException("not in a proved archive");
            }
            IOException trouble = Clearer.delete(there).cause().orElse(null);
            if (trouble != null) {
                throw trouble;
            }
        }
        trash.purge(place); // the note, and an empty folder
    }

    private static boolean isIn(Evidence evidence, ReadableFile file, Path there)
            throws IOException {
        return evidence.stands()
                && evidence.against(file).isEmpty()
                && evidence.compare(file, there).isEmpty();
    }

    private Result each(List<ReadableFile> files, Step step) {
        int done = 0;
        List<Path> stays = new ArrayList<>();
        for (ReadableFile file : files) {
            InTrash place = file.inTrash().orElse(null);
            try {
                if (place != null
                        && !cancel.isCancelled()
                        && trash.has(place, file.path())
                        && file.looksLike(ReadableFile.now(place.file(), file.entry()))) {
                    step.on(file, place);
                    done++;
                } else if (file.sort() != ReadableFile.Sort.FOLDER) {
                    stays.add(file.path());
                }
            } catch (IOException e) {
                stays.add(file.path());
            }
        }
        return new Result(done, stays);
    }
}
