package app.lacuna.generations;

import app.lacuna.selection.FileItem;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Gives items on disk the paths that they have in a snapshot, whatever roots exist today. */
public final class SnapshotNames {
    private final Manifest manifest;
    private final Map<String, String> known = new HashMap<>();
    private final Set<String> used = new HashSet<>();

    public SnapshotNames(Manifest manifest) {
        this.manifest = manifest;
        for (ManifestLine line : manifest.lines()) {
            known.put(line.diskKey(), line.path());
            used.add(line.path());
        }
    }

    /** Items below no root of the snapshot are left out. */
    public List<FileItem> of(List<FileItem> items) {
        List<FileItem> named = new ArrayList<>(items.size());
        for (FileItem item : items) {
            for (Manifest.Root root : manifest.roots()) {
                if (item.source().startsWith(root.place())) {
                    named.add(named(item, root));
                    break;
                }
            }
        }
        return named;
    }

    private FileItem named(FileItem item, Manifest.Root root) {
        Path below = root.place().relativize(item.source());
        String path = below.toString().isEmpty() ? root.name() : root.name() + "/" + below;
        FileItem plain = item.withPath(path);
        String line = known.get(DiskPath.key(path, DiskPath.of(root, plain)));
        if (line != null) {
            return item.withPath(line);
        }
        String free = path;
        for (int number = 2; !used.add(free); number++) {
            free = path + " (" + number + ")";
        }
        return item.withPath(free);
    }
}
