package app.lacuna.looseends;

import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.SaturatedSum;
import java.util.ArrayList;
import java.util.List;

/** A loose end as it is found now: only what is left of it. */
public record Seen(LooseEnd end, List<SeenFile> files) {
    /** What was found. */
    public enum State {
        THERE,
        /** Contents are others than when it became known: newer than in the archive. */
        CHANGED,
        IN_TRASH,
        /** Its disk or stick is not there, so nothing can be said. */
        AWAY
    }

    /**
     * @param file where it is now
     */
    public record SeenFile(ReadableFile file, State state) {}

    public Seen {
        files = List.copyOf(files);
    }

    /** Files and links in one of these states. */
    public List<ReadableFile> in(State state) {
        List<ReadableFile> found = new ArrayList<>();
        for (SeenFile file : files) {
            if (file.state() == state && file.file().sort() != ReadableFile.Sort.FOLDER) {
                found.add(file.file());
            }
        }
        return found;
    }

    /** With the folders. */
    public List<ReadableFile> all() {
        return files.stream().map(SeenFile::file).toList();
    }

    /** Bytes that can be read without a password. */
    public long bytes() {
        return SaturatedSum.of(files, file -> file.file().size());
    }

    public boolean has(State state) {
        return files.stream()
                .anyMatch(
                        file ->
                                file.state() == state
                                        && file.file().sort() != ReadableFile.Sort.FOLDER);
    }
}
