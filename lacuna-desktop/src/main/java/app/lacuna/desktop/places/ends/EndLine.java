package app.lacuna.desktop.places.ends;

import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.looseends.Seen;
import app.lacuna.looseends.Seen.State;
import java.nio.file.Path;
import java.util.List;

/**
 * One line of the page: the files of a loose end that are in the same state.
 *
 * @param files without the folders
 * @param withFolders all that goes together
 */
record EndLine(Seen seen, State state, List<ReadableFile> files, List<ReadableFile> withFolders) {
    static EndLine of(Seen seen, State state) {
        return new EndLine(
                seen,
                state,
                seen.in(state),
                seen.files().stream()
                        .filter(file -> file.state() == state)
                        .map(Seen.SeenFile::file)
                        .toList());
    }

    LooseEnd end() {
        return seen.end();
    }

    long bytes() {
        return files.stream().mapToLong(ReadableFile::size).sum();
    }

    /** The folder that all of them are in. */
    Path folder() {
        Path common = files.get(0).path().getParent();
        for (ReadableFile file : files) {
            while (common != null && !file.path().startsWith(common)) {
                common = common.getParent();
            }
        }
        return common == null ? files.get(0).path() : common;
    }

    /** Whether it goes in one go with all others: compared with its archive, and nobody's work. */
    boolean canGo() {
        boolean locked =
                end().kind() == LooseEnd.Kind.ORIGINAL || end().kind() == LooseEnd.Kind.EXTRACTED;
        boolean there = state == State.THERE || state == State.IN_TRASH;
        return locked && there && end().archive().isPresent() && !end().wanted();
    }
}
