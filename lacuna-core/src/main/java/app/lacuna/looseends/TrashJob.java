package app.lacuna.looseends;

import app.lacuna.base.CancelToken;
import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.Register;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Takes things back out of the trash, or takes them away for good: ours, and only those. */
public final class TrashJob {
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
        Map<Path, Path> back = new LinkedHashMap<>();
        Result result =
                each(
                        files.stream()
                                .sorted(Comparator.comparing(file -> file.path().getNameCount()))
                                .toList(),
                        (file, place) -> back.put(file.path(), trash.restore(place, file.path())));
        Register.takenBack(back);
        return result;
    }

    /** Only what still is what was thrown away, and what the evidence has. */
    public Result purge(List<ReadableFile> files, Evidence evidence) {
        List<Path> gone = new ArrayList<>();
        Result result =
                each(
                        files.stream()
                                .sorted(Comparator.comparing(file -> -file.path().getNameCount()))
                                .toList(),
                        (file, place) -> {
                            if (!isIn(evidence, file, place)) {
                                throw new IOException("not in a proved archive");
                            }
                            trash.purge(place);
                            gone.add(file.path());
                        });
        Register.gone(gone);
        return result;
    }

    private static boolean isIn(Evidence evidence, ReadableFile file, InTrash place)
            throws IOException {
        if (file.sort() == ReadableFile.Sort.FOLDER) {
            return true; // only an empty one can be taken away
        }
        return evidence.stands()
                && evidence.against(file).isEmpty()
                && evidence.compare(file, place.file()).isEmpty();
    }

    private Result each(List<ReadableFile> files, Step step) {
        int done = 0;
        List<Path> stays = new ArrayList<>();
        for (ReadableFile file : files) {
            InTrash place = file.inTrash().orElse(null);
            try {
                boolean ours =
                        place != null
                                && !cancel.isCancelled()
                                && trash.has(place, file.path())
                                && file.looksLike(ReadableFile.now(place.file(), file.entry()));
                if (ours) {
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
