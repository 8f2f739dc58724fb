package app.lacuna.archive.iso;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/** The records of one directory (9.1), as bytes, in their order. */
final class Records {
    private static final int MAX_RECORD_BYTES = 254;
    private static final String SELF = "\0";
    private static final String PARENT = "\1";

    private final Tree tree;
    private final Continuations more;
    private final int volume;

    /**
     * @param volume the number of the disc in its set
     */
    Records(Tree tree, Continuations more, int volume) {
        this.tree = tree;
        this.more = more;
        this.volume = volume;
    }

    /** As they stand in the volume descriptor, which has room for nothing more. */
    byte[] root() {
        return record(SELF, directory(tree.root()), Iso.FLAG_DIRECTORY, List.of());
    }

    void of(Directory directory, Consumer<byte[]> sink) {
        List<byte[]> self = new ArrayList<>();
        if (directory == tree.root()) {
            self.add(RockRidge.present());
        }
        self.addAll(attributes(directory.folder()));
        if (directory == tree.root()) {
            self.add(RockRidge.extension());
        }
        sink.accept(record(SELF, directory(directory), Iso.FLAG_DIRECTORY, self));
        Directory above = directory.parent();
        List<byte[]> parent = new ArrayList<>(attributes(above.folder()));
        if (directory.hasMoved()) {
            parent.add(RockRidge.parentLink(directory.realParent().firstBlock()));
        }
        sink.accept(record(PARENT, directory(above), Iso.FLAG_DIRECTORY, parent));
        for (Directory.Child child : directory.children()) {
            child(child, sink);
        }
    }

    private void child(Directory.Child child, Consumer<byte[]> sink) {
        IsoNode node = child.node();
        List<byte[]> fields = new ArrayList<>(attributes(node));
        fields.addAll(RockRidge.name(node.name()));
        Directory own = child.directory();
        if (own != null && child.isMoved()) {
            fields.add(RockRidge.childLink(own.firstBlock()));
            sink.accept(record(child.id(), new Extent(0, 0, node), 0, fields));
        } else if (own != null) {
            if (own.hasMoved() || tree.isForMoved(own)) {
                fields.add(RockRidge.relocated());
            }
            Extent extent = directory(own);
            sink.accept(record(child.id(), extent, Iso.FLAG_DIRECTORY, fields));
        } else if (node instanceof IsoLink link) {
            fields.addAll(RockRidge.link(link.target()));
            sink.accept(record(child.id(), new Extent(0, 0, node), 0, fields));
        } else {
            file(child.id(), (IsoFile) node, fields, sink);
        }
    }

    /** One record for each extent (6.5.1); all but the last say that there is another. */
    private void file(String id, IsoFile file, List<byte[]> fields, Consumer<byte[]> sink) {
        long done = 0;
        do {
            long length = Math.min(Iso.MAX_EXTENT_BYTES, file.size() - done);
            long block = file.size() == 0 ? 0 : file.firstBlock() + done / Iso.BLOCK_BYTES;
            done += length;
            int flags = done < file.size() ? Iso.FLAG_MORE_EXTENTS : 0;
            sink.accept(record(id, new Extent(block, length, file), flags, fields));
        } while (done < file.size());
    }

    private record Extent(long block, long bytes, IsoNode node) {}

    private static Extent directory(Directory directory) {
        return new Extent(
                directory.firstBlock(), directory.blocks() * Iso.BLOCK_BYTES, directory.folder());
    }

    /** Of a folder its links are itself, its name and the folders in it. */
    private static List<byte[]> attributes(IsoNode node) {
        int links = node instanceof IsoFolder folder ? 2 + folder.folders() : 1;
        return List.of(RockRidge.attributes(node, links), RockRidge.times(node));
    }

    private byte[] record(String id, Extent extent, int flags, List<byte[]> fields) {
        byte[] identifier = encoded(id);
        int before = Iso.RECORD_BYTES + identifier.length;
        before += before % 2;
        byte[] use =
                tree.isPrimary() && !fields.isEmpty()
                        ? more.split(fields, MAX_RECORD_BYTES - before)
                        : new byte[0];
        int length = before + use.length + use.length % 2;
        Fields record = new Fields(length);
        record.one(length).one(0).both32(extent.block()).both32(extent.bytes());
        record.shortTime(extent.node().modified()).one(flags).one(0).one(0);
        record.both16(volume).one(identifier.length).raw(identifier);
        return record.to(before).raw(use).bytes();
    }

    private byte[] encoded(String id) {
        if (tree.isPrimary() || id.equals(SELF) || id.equals(PARENT)) {
            return id.getBytes(StandardCharsets.US_ASCII);
        }
        return id.getBytes(StandardCharsets.UTF_16BE);
    }
}
