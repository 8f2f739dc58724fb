package app.lacuna.archive.iso;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** A folder at its place in one of the two trees of an image. */
final class Directory {
    /** A child. Of a folder that has been moved, the record that stands for it. */
    record Child(String id, IsoNode node, @Nullable Directory directory, boolean isMoved) {}

    private final IsoFolder folder;
    private final Directory parent;
    private final Directory realParent;
    private final String id;
    private final int level;
    private final Names names = new Names();
    private final List<Child> children = new ArrayList<>();
    private int number;
    private long firstBlock;
    private long blocks;

    /**
     * @param parent where it stands; its own for the root
     * @param realParent the folder that it belongs to, another one if it has been moved
     */
    private Directory(
            IsoFolder folder,
            @Nullable Directory parent,
            @Nullable Directory realParent,
            String id,
            int level) {
        this.folder = folder;
        this.parent = parent == null ? this : parent;
        this.realParent = realParent == null ? this : realParent;
        this.id = id;
        this.level = level;
    }

    static Directory root(IsoFolder folder) {
        return new Directory(folder, null, null, "\0", 1);
    }

    Directory add(IsoFolder child, String childId) {
        Directory directory = new Directory(child, this, this, childId, level + 1);
        children.add(new Child(childId, child, directory, false));
        return directory;
    }

    /**
     * Puts a folder that belongs elsewhere here. Its identifier begins with a number, so that those
     * that are met first by a reader come first: some readers want that.
     */
    Directory addMoved(IsoFolder child, Directory belongsTo, String idThere) {
        String number = String.format(Locale.ROOT, "%05d_", children.size());
        String idHere = names.primary(number + child.name(), true);
        Directory directory = new Directory(child, this, belongsTo, idHere, level + 1);
        children.add(new Child(idHere, child, directory, false));
        belongsTo.children.add(new Child(idThere, child, directory, true));
        return directory;
    }

    void add(IsoNode child, String childId) {
        children.add(new Child(childId, child, null, false));
    }

    void sort() {
        children.sort(Comparator.comparing(Child::id, Names::compare));
    }

    IsoFolder folder() {
        return folder;
    }

    Directory parent() {
        return parent;
    }

    Directory realParent() {
        return realParent;
    }

    boolean hasMoved() {
        return realParent != parent;
    }

    String id() {
        return id;
    }

    int level() {
        return level;
    }

    Names names() {
        return names;
    }

    List<Child> children() {
        return children;
    }

    /** In the path table, from 1. */
    int number() {
        return number;
    }

    void number(int inPathTable) {
        number = inPathTable;
    }

    long firstBlock() {
        return firstBlock;
    }

    long blocks() {
        return blocks;
    }

    void placeAt(long block) {
        firstBlock = block;
    }

    void takes(long wholeBlocks) {
        blocks = wholeBlocks;
    }
}
