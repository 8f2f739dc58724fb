package app.lacuna.generations;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressMeter;
import app.lacuna.files.Presence;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.ItemReader;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/** Compares the files of a snapshot with the files on disk. */
public final class Standing {
    private final Manifest manifest;

    /** What has become of a file since. */
    public enum State {
        SAME,
        /** Something else is at its place. */
        CHANGED,
        GONE,
        /** Its place cannot be inspected. */
        UNREADABLE
    }

    /**
     * One file of the snapshot.
     *
     * @param now what is at its place, if anything is
     */
    public record Compared(ManifestLine line, Path place, State state, Optional<FileItem> now) {}

    /**
     * All of them.
     *
     * @param added what exists now, and did not exist then
     */
    public record All(List<Compared> files, List<FileItem> added) {
        public long count(State state) {
            return files.stream().filter(each -> each.state() == state).count();
        }
    }

    public Standing(Manifest manifest) {
        this.manifest = manifest;
    }

    /**
     * @param now what is at the places of the snapshot, by the rules of today
     * @param scope of the scan that found it
     */
    public All against(
            List<FileItem> now, BackupScope scope, ProgressMeter meter, CancelToken cancel)
            throws IOException {
        Changes.Found found =
                new Changes(Optional.of(manifest), manifest.needs(), false, cancel)
                        .of(now, scope, meter);
        Map<String, Changes.Decided> decided = new HashMap<>();
        found.decided().forEach(each -> decided.put(each.diskKey(), each));
        List<Compared> files = new ArrayList<>();
        for (ManifestLine line : manifest.lines()) {
            Optional<Path> place = manifest.place(line);
            if (place.isEmpty()) {
                continue;
            }
            Changes.Decided there = decided.remove(line.diskKey());
            files.add(
                    there == null
                            ? outsideScan(line, place.get())
                            : compared(line, place.get(), there, found));
        }
        Predicate<FileItem> coveredThen = manifest.scope().coverage();
        List<FileItem> added = new ArrayList<>();
        for (Changes.Decided each : found.decided()) {
            if (decided.containsKey(each.diskKey()) && coveredThen.test(each.item())) {
                added.add(each.item());
            }
        }
        return new All(files, withoutOtherSpellings(added, files));
    }

    private static List<FileItem> withoutOtherSpellings(
            List<FileItem> added, List<Compared> files) {
        if (added.isEmpty()) {
            return added;
        }
        OtherSpellings then = new OtherSpellings();
        files.forEach(each -> then.add(each.place()));
        return added.stream().filter(item -> !then.has(item.source())).toList();
    }

    private static Compared compared(
            ManifestLine line, Path place, Changes.Decided there, Changes.Found found) {
        boolean kept =
                there.before()
                        .filter(before -> before.diskKey().equals(line.diskKey()))
                        .isPresent();
        boolean same = kept || (there.onlyTime() && !found.isChanged(there));
        return new Compared(
                line, place, same ? State.SAME : State.CHANGED, Optional.of(there.item()));
    }

    /** What the rules skip may exist all the same; so may what could not be read. */
    private static Compared outsideScan(ManifestLine line, Path place) {
        Presence presence = Presence.of(place);
        if (presence == Presence.ABSENT) {
            return new Compared(line, place, State.GONE, Optional.empty());
        }
        Optional<FileItem> item = Optional.empty();
        try {
            item = new ItemReader().read(place, line.path());
        } catch (IOException e) {
            return new Compared(line, place, State.UNREADABLE, Optional.empty());
        }
        boolean folders =
                line.kind() == ItemKind.FOLDER
                        && item.filter(now -> now.kind() == ItemKind.FOLDER).isPresent();
        return new Compared(line, place, folders ? State.SAME : State.CHANGED, item);
    }
}
