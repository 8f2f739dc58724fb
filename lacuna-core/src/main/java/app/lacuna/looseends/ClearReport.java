package app.lacuna.looseends;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.common.SaturatedSum;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;

/**
 * What was done.
 *
 * @param gone where those are that are in the trash is with them
 * @param stays with the reason of each
 * @param linkedElsewhere of those that are gone: what is still there under other names
 * @param cancelled it was stopped between two files
 */
public record ClearReport(
        List<ReadableFile> gone,
        List<Staying> stays,
        List<Path> linkedElsewhere,
        boolean cancelled) {
    public ClearReport {
        gone = List.copyOf(gone);
        stays = List.copyOf(stays);
        linkedElsewhere = List.copyOf(linkedElsewhere);
    }

    /** Files and links that are gone. */
    public int count() {
        return (int) gone.stream().filter(file -> file.sort() != Sort.FOLDER).count();
    }

    public long bytes() {
        return SaturatedSum.of(gone, ReadableFile::size);
    }

    /** The same without what has come back since: of what went, only these are still away. */
    public ClearReport onlyGone(Set<Path> paths) {
        return new ClearReport(
                gone.stream().filter(file -> paths.contains(file.path())).toList(),
                stays,
                linkedElsewhere,
                cancelled);
    }

    /** Those that can be taken back. */
    public List<ReadableFile> inTrash() {
        return gone.stream().filter(file -> file.inTrash().isPresent()).toList();
    }
}
