package app.lacuna.archive.iso;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * One of the two trees of an image: its directories in the order of the path table (6.9.1), which
 * is by level, then by parent, then by identifier. In the primary tree, folders below the eighth
 * level are moved up, into a folder for that, and Rock Ridge says where they belong (RRIP 4.1.5).
 */
final class Tree {
    /** Names that readers of Rock Ridge know; the second one if somebody has the first. */
    private static final String MOVED = "rr_moved";

    private final boolean isPrimary;
    private final List<Directory> directories = new ArrayList<>();
    private Optional<Directory> moved = Optional.empty();

    private Tree(boolean isPrimary) {
        this.isPrimary = isPrimary;
    }

    static Tree primary(IsoFolder root) {
        Tree tree = new Tree(true);
        tree.build(root);
        return tree;
    }

    static Tree joliet(IsoFolder root) {
        Tree tree = new Tree(false);
        tree.build(root);
        return tree;
    }

    boolean isPrimary() {
        return isPrimary;
    }

    Directory root() {
        return directories.get(0);
    }

    List<Directory> directories() {
        return directories;
    }

    /** Whether it is the folder for those that have been moved. */
    boolean isForMoved(Directory directory) {
        return moved.filter(own -> own == directory).isPresent();
    }

    private void build(IsoFolder top) {
        Directory root = Directory.root(top);
        Deque<Directory> open = new ArrayDeque<>(List.of(root));
        while (!open.isEmpty()) {
            Directory directory = open.remove();
            for (IsoNode child : directory.folder().children()) {
                boolean isFolder = child instanceof IsoFolder;
                String id =
                        isPrimary
                                ? directory.names().primary(child.name(), isFolder)
                                : directory.names().joliet(child.name(), isFolder);
                if (!(child instanceof IsoFolder folder)) {
                    directory.add(child, id);
                } else if (isPrimary && directory.level() == Iso.MAX_LEVELS) {
                    open.add(forMoved(root).addMoved(folder, directory, id));
                } else {
                    open.add(directory.add(folder, id));
                }
            }
        }
        number(root);
    }

    private Directory forMoved(Directory root) {
        if (moved.isEmpty()) {
            boolean isTaken =
                    root.folder().children().stream().anyMatch(child -> child.name().equals(MOVED));
            Instant when = root.folder().modified();
            // Not one of the folder's own children: it is only in this tree.
            IsoFolder folder = IsoFolder.alone(isTaken ? "." + MOVED : MOVED, when);
            moved = Optional.of(root.add(folder, root.names().primary(folder.name(), true)));
        }
        return moved.get();
    }

    private void number(Directory root) {
        Deque<Directory> open = new ArrayDeque<>(List.of(root));
        while (!open.isEmpty()) {
            Directory directory = open.remove();
            directories.add(directory);
            directory.number(directories.size());
            directory.sort();
            for (Directory.Child child : directory.children()) {
                Directory own = child.directory();
                if (own != null && !child.isMoved()) {
                    open.add(own);
                }
            }
        }
        if (directories.size() > Iso.MAX_FOLDERS) {
            throw new IllegalArgumentException("more folders than an image can have");
        }
    }
}
