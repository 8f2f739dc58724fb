package app.lacuna.looseends;

import app.lacuna.clearing.ArchiveFingerprint;
import app.lacuna.clearing.Batch;
import app.lacuna.clearing.Ends;
import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.CancelToken;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What is known to be readable, looked at again. */
public final class LooseEnds {
    private final Optional<Trash> trash;

    /**
     * @param trash of this system, if a program can look into it
     */
    public LooseEnds(Optional<Trash> trash) {
        this.trash = trash;
    }

    /** The oldest first. What is found to be gone is forgotten, what has moved is followed. */
    public List<Seen> look(CancelToken cancel) {
        List<Seen> all = new ArrayList<>();
        for (LooseEnd end : Ends.all()) {
            cancel.check();
            try {
                Seen seen = new Looking(end, trash, cancel).look();
                remember(end, seen);
                if (!seen.files().isEmpty()) {
                    all.add(seen);
                }
            } catch (IOException e) {
                all.add(
                        new Seen(
                                end,
                                end.files().stream()
                                        .map(file -> new Seen.SeenFile(file, Seen.State.AWAY))
                                        .toList()));
            }
        }
        return all;
    }

    /** Somebody else may have changed it meanwhile: then the next look will tell. */
    private static void remember(LooseEnd end, Seen seen) throws IOException {
        List<ReadableFile> now = seen.all();
        boolean condensed =
                now.size() > Batch.MOST_LISTED
                        && end.files().stream()
                                .anyMatch(file -> file.sort() == ReadableFile.Sort.TREE);
        if (!condensed && !now.equals(end.files())) {
            Ends.change(end.id(), same -> same.equals(end) ? same.withFiles(now) : same);
        }
    }

    /**
     * An archive was opened at this place: if it was moved, what is known of it follows. Reads a
     * part of the archive.
     */
    public static void recognise(Path archive) {
        ArchiveFingerprint.of(archive).ifPresent(known -> Ends.moved(known, archive));
    }

    /** Records that cannot be read: files that they name may still be readable. */
    public static List<Path> damagedRecords() {
        return Ends.damaged();
    }

    /** The user has looked for what it named. Only a record that cannot be read is deleted. */
    public static void deleteDamagedRecord(Path record) throws IOException {
        if (Ends.damaged().contains(record)) {
            Files.deleteIfExists(record);
        }
    }

    /** Those of one archive, whatever way its name is written. */
    public static List<Seen> of(Path archive, List<Seen> all) {
        return all.stream()
                .filter(seen -> seen.end().archive().filter(at -> isSame(at, archive)).isPresent())
                .toList();
    }

    private static boolean isSame(Path one, Path other) {
        try {
            return one.equals(other.toAbsolutePath())
                    || one.toRealPath().equals(other.toRealPath());
        } catch (IOException e) {
            return false;
        }
    }

    /** Bytes of files that are to go; one that several archives have is counted once. */
    public static long bytes(List<Seen> all) {
        Set<Path> counted = new HashSet<>();
        long bytes = 0;
        for (Seen seen : all) {
            for (ReadableFile file : seen.all()) {
                Path place = file.inTrash().map(InTrash::file).orElse(file.path());
                if (!seen.end().wanted() && counted.add(place)) {
                    bytes += file.size();
                }
            }
        }
        return bytes;
    }

    /** The user wants it to stay readable, or does not want that any more. */
    public static void keep(LooseEnd end, boolean wanted) throws IOException {
        Ends.change(end.id(), same -> same.withWanted(wanted));
    }

    /** Forgets it, whatever is still there of it. */
    public static void forget(LooseEnd end) throws IOException {
        Ends.change(end.id(), same -> same.withFiles(List.of()));
    }
}
