package app.lacuna.job;

import app.lacuna.common.CancelToken;
import app.lacuna.error.NothingToPack;
import app.lacuna.error.SourceNotMounted;
import app.lacuna.generations.BackupScope;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.MountPoint;
import app.lacuna.rounds.Round;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.Root;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Scans the sources of a backup. */
final class BackupSources {
    private BackupSources() {}

    /** A source that is a link stands for the folder or file that it points to. */
    static List<Root> roots(List<Path> chosen) {
        return chosen.stream().map(path -> new Root(path, Files.isSymbolicLink(path))).toList();
    }

    /**
     * @param own the folder of the generations, which is never part of a backup
     * @throws NothingToPack if a source does not exist or cannot be read
     */
    static FileSelection scan(Round round, Path own, CancelToken cancel) throws IOException {
        FileSelection selection =
                new SelectionScanner(cancel, item -> {}, round.rules())
                        .scanRoots(roots(round.roots()));
        Path real = own.toRealPath();
        if (selection.items().stream().anyMatch(item -> item.source().startsWith(real))) {
            selection = selection.without(Set.of(real), LeftOut.Reason.OUTPUT_ITSELF);
        }
        boolean allFound =
                selection.leftOut().stream()
                        .noneMatch(
                                left ->
                                        round.roots().contains(left.source())
                                                && left.reason().meansIncomplete());
        if (selection.items().isEmpty() || !allFound) {
            throw new NothingToPack(selection.leftOut().size());
        }
        return selection;
    }

    /**
     * @throws SourceNotMounted if a source was on another disk in the last run, and is empty now
     */
    static void requireMounted(FileSelection selection, BackupScope scope, Manifest last)
            throws SourceNotMounted {
        Set<Path> now = new HashSet<>();
        scope.roots().forEach(root -> now.add(root.place()));
        Set<Path> filled = new HashSet<>();
        for (FileItem item : selection.items()) {
            Path parent = item.source().getParent();
            if (parent != null) {
                filled.add(parent);
            }
        }
        for (Manifest.Root root : last.roots()) {
            boolean empty = now.contains(root.place()) && !filled.contains(root.place());
            if (empty && MountPoint.isUnmounted(root)) {
                throw new SourceNotMounted(root.place());
            }
        }
    }

    /** With places that turned out to be unreadable. */
    static FileSelection with(FileSelection selection, List<LeftOut> more) {
        if (more.isEmpty()) {
            return selection;
        }
        List<LeftOut> all = new ArrayList<>(selection.leftOut());
        all.addAll(more);
        return new FileSelection(
                selection.items(), all, selection.renamed(), selection.linkRoots());
    }
}
