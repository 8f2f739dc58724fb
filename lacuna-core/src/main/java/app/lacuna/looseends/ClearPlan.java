package app.lacuna.looseends;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.common.SaturatedSum;
import java.nio.file.Path;
import java.util.List;

/**
 * What would go and what would stay, as it looks beforehand. Contents are compared only when it is
 * done.
 *
 * @param goes folders too, which go only if nothing else is in them
 * @param stays with the reason of each
 * @param linkedElsewhere of those that go: files with other names, under which they stay
 * @param withMore of those that go: files with attributes, streams or access lists of their own,
 *     which no archive of ours keeps
 */
public record ClearPlan(
        List<ReadableFile> goes,
        List<Staying> stays,
        List<Path> linkedElsewhere,
        List<Path> withMore) {
    public ClearPlan {
        goes = List.copyOf(goes);
        stays = List.copyOf(stays);
        linkedElsewhere = List.copyOf(linkedElsewhere);
        withMore = List.copyOf(withMore);
    }

    /** Files and links that would go. */
    public int count() {
        return (int) goes.stream().filter(file -> file.sort() != Sort.FOLDER).count();
    }

    public long bytes() {
        return SaturatedSum.of(goes, ReadableFile::size);
    }
}
