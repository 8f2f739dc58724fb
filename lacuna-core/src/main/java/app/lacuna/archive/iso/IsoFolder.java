package app.lacuna.archive.iso;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** A folder of an image, to be filled. */
public final class IsoFolder extends IsoNode {
    private static final int MAX_NAME_BYTES = 255;
    private final List<IsoNode> children = new ArrayList<>();
    private final Set<String> names = new HashSet<>();
    private int folders;

    private IsoFolder(String name, Instant modified, int permissions) {
        super(name, modified, permissions);
    }

    /** The top of an image. */
    public static IsoFolder root(Instant modified) {
        return new IsoFolder("", modified, 0755);
    }

    /** One that nobody has chosen. */
    static IsoFolder alone(String name, Instant modified) {
        return new IsoFolder(name, modified, 0555);
    }

    public IsoFolder addFolder(String name, Instant modified, int permissions) {
        folders++;
        return added(new IsoFolder(checked(name), modified, permissions));
    }

    /**
     * @param size in bytes, as many as the contents give
     */
    public IsoFile addFile(
            String name, long size, Instant modified, int permissions, IsoFile.Contents contents) {
        return added(new IsoFile(checked(name), size, modified, permissions, contents));
    }

    /**
     * A file behind everything else, even the copy of the directory. It is not written with the
     * image, but appended by somebody who has read the image.
     */
    public IsoFile addBehind(String name, long size, Instant modified) {
        return added(new IsoFile(checked(name), size, modified, 0444, null));
    }

    public IsoLink addLink(String name, String target, Instant modified) {
        return added(new IsoLink(checked(name), target, modified));
    }

    private <T extends IsoNode> T added(T node) {
        children.add(node);
        return node;
    }

    private String checked(String name) {
        boolean usable =
                !name.isEmpty()
                        && !name.equals(".")
                        && !name.equals("..")
                        && name.indexOf('/') < 0
                        && name.indexOf('\0') < 0
                        && Names.utf8(name).length <= MAX_NAME_BYTES;
        if (!usable || !names.add(name)) {
            throw new IllegalArgumentException("a name that can not be or is there already");
        }
        return name;
    }

    List<IsoNode> children() {
        return children;
    }

    /** How many of them are folders. */
    int folders() {
        return folders;
    }
}
