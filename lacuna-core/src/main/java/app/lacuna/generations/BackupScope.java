package app.lacuna.generations;

import app.lacuna.generations.Manifest.Root;
import app.lacuna.selection.ExcludeRules;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * What one run covered: its roots, the rules by which it skipped files, and the places that it
 * could not inspect. An item outside the scope of a run may have existed then.
 *
 * @param rules patterns of skipped files
 * @param withoutJunk whether caches and lock files were skipped, too
 * @param unseen places on disk that could not be inspected, with everything below them
 */
public record BackupScope(
        List<Root> roots, List<String> rules, boolean withoutJunk, Set<Path> unseen) {
    public BackupScope {
        roots = List.copyOf(roots);
        rules = List.copyOf(rules);
        unseen = Set.copyOf(unseen);
    }

    /** The scope of what was scanned. */
    public static BackupScope of(FileSelection selection, List<String> rules, boolean withoutJunk) {
        List<Root> roots = new ArrayList<>();
        for (FileItem item : selection.items()) {
            if (item.path().indexOf('/') < 0) {
                roots.add(new Root(item.path(), item.source(), volume(item.source())));
            }
        }
        Set<Path> unseen = new HashSet<>();
        for (LeftOut each : selection.leftOut()) {
            if (isUnseen(each.reason())) {
                unseen.add(each.source());
            }
        }
        return new BackupScope(roots, rules, withoutJunk, unseen);
    }

    private static boolean isUnseen(LeftOut.Reason reason) {
        return reason.meansIncomplete() && reason != LeftOut.Reason.GONE;
    }

    private static Optional<Path> volume(Path place) {
        try {
            return Optional.of(MountPoint.of(place));
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    /** The same with further places that could not be inspected. */
    public BackupScope butNot(List<LeftOut> more) {
        Set<Path> all = new HashSet<>(unseen);
        more.stream().filter(each -> isUnseen(each.reason())).forEach(e -> all.add(e.source()));
        return new BackupScope(roots, rules, withoutJunk, all);
    }

    /** The root that contains a path of the archive. */
    public Optional<Root> rootOf(String path) {
        for (Root root : roots) {
            boolean inside =
                    path.startsWith(root.name())
                            && (path.length() == root.name().length()
                                    || path.charAt(root.name().length()) == '/');
            if (inside) {
                return Optional.of(root);
            }
        }
        return Optional.empty();
    }

    /** The encoded path of an item below its root; empty if its path in the archive tells it. */
    public String diskPath(FileItem item) {
        return rootOf(item.path()).map(root -> DiskPath.of(root, item)).orElse("");
    }

    /** Whether the run could not inspect this place, or a folder around it. */
    public boolean isUnseen(Path place) {
        return isAtOrBelow(place, unseen);
    }

    private static boolean isAtOrBelow(Path place, Set<Path> tops) {
        if (tops.isEmpty()) {
            return false;
        }
        for (Path at = place; at != null; at = at.getParent()) {
            if (tops.contains(at)) {
                return true;
            }
        }
        return false;
    }

    /** Whether the run would have found an item here, if it had existed. */
    public Predicate<FileItem> coverage() {
        ExcludeRules own = ExcludeRules.of(rules);
        ExcludeRules all = withoutJunk ? own.and(ExcludeRules.JUNK) : own;
        return item -> !isUnseen(item.source()) && !all.excludes(item.path());
    }
}
