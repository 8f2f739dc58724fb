package app.lacuna.generations;

import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressMeter;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.ItemReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** How the files of a moment stand against what is on disk now. */
public final class Standing {
    private final Manifest manifest;

    /** What has become of a file since. */
    public enum State {
        SAME,
        /** Something else is there. */
        CHANGED,
        GONE
    }

    /**
     * One file of the moment.
     *
     * @param now what is at its place, if anything is
     */
    public record Compared(ManifestLine line, Path place, State state, Optional<FileItem> now) {}

    /**
     * All of them.
     *
     * @param added what is there now and was not then
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
     * @param now what lies in the places of the round, by its rules
     */
    public All against(List<FileItem> now, ProgressMeter meter, CancelToken cancel)
            throws IOException {
        Changes.Found found =
                new Changes(Optional.of(manifest), manifest.needs(), false, cancel).of(now, meter);
        Map<String, Changes.Decided> decided = new HashMap<>();
        found.decided().forEach(each -> decided.put(each.item().path(), each));
        List<Compared> files = new ArrayList<>();
        for (ManifestLine line : manifest.lines()) {
            Optional<Path> place = place(line);
            if (place.isEmpty()) {
                continue;
            }
            Changes.Decided there = decided.remove(line.path());
            files.add(
                    there == null
                            ? withoutRules(line, place.get())
                            : new Compared(
                                    line,
                                    place.get(),
                                    isSame(line, there) ? State.SAME : State.CHANGED,
                                    Optional.of(there.item())));
        }
        List<FileItem> added = new ArrayList<>();
        for (FileItem item : now) {
            if (decided.containsKey(item.path())) {
                added.add(item);
            }
        }
        return new All(files, added);
    }

    /** What the rules leave out may be there all the same. */
    private static Compared withoutRules(ManifestLine line, Path place) throws IOException {
        if (!Files.exists(place, LinkOption.NOFOLLOW_LINKS)) {
            return new Compared(line, place, State.GONE, Optional.empty());
        }
        Optional<FileItem> item = new ItemReader().read(place, line.path());
        boolean same =
                item.isPresent()
                        && line.kind() == ItemKind.FOLDER
                        && item.get().kind() == ItemKind.FOLDER;
        return new Compared(line, place, same ? State.SAME : State.CHANGED, item);
    }

    private static boolean isSame(ManifestLine line, Changes.Decided there) {
        boolean kept =
                there.before().filter(before -> before.path().equals(line.path())).isPresent();
        boolean folder =
                line.kind() == ItemKind.FOLDER
                        && there.item().kind() == ItemKind.FOLDER
                        && line.mode() == there.item().permissions();
        return kept || folder;
    }

    /** Where it was on disk. */
    private Optional<Path> place(ManifestLine line) {
        for (Manifest.Root root : manifest.roots()) {
            if (line.path().equals(root.name())) {
                return Optional.of(Path.of(root.place()));
            }
            if (line.path().startsWith(root.name() + "/")) {
                return Optional.of(
                        Path.of(root.place(), line.path().substring(root.name().length() + 1)));
            }
        }
        return Optional.empty();
    }
}
