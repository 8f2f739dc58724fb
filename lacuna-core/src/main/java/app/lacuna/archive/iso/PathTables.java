package app.lacuna.archive.iso;

import java.nio.charset.StandardCharsets;

/** The two path tables of a tree (9.4), which list its directories. */
final class PathTables {
    private final Tree tree;
    private final long firstBlock;
    private final long bytes;

    PathTables(Tree tree, long firstBlock) {
        this.tree = tree;
        this.firstBlock = firstBlock;
        long length = 0;
        for (Directory directory : tree.directories()) {
            length += length(identifier(directory));
        }
        bytes = length;
    }

    Tree tree() {
        return tree;
    }

    /** Of one of them. */
    long bytes() {
        return bytes;
    }

    long littleBlock() {
        return firstBlock;
    }

    long bigBlock() {
        return firstBlock + Iso.blocks(bytes);
    }

    long end() {
        return bigBlock() + Iso.blocks(bytes);
    }

    /**
     * @param big whether numbers have their most significant byte first
     * @return whole blocks
     */
    byte[] toBytes(boolean big) {
        Fields table = new Fields((int) (Iso.blocks(bytes) * Iso.BLOCK_BYTES));
        int at = 0;
        for (Directory directory : tree.directories()) {
            byte[] id = identifier(directory);
            table.to(at).one(id.length).one(0);
            int parent = directory.parent().number();
            if (big) {
                table.big32(directory.firstBlock()).big16(parent);
            } else {
                table.little32(directory.firstBlock()).little16(parent);
            }
            table.raw(id);
            at += length(id);
        }
        return table.bytes();
    }

    private byte[] identifier(Directory directory) {
        boolean isPlain = tree.isPrimary() || directory == tree.root();
        return directory
                .id()
                .getBytes(isPlain ? StandardCharsets.US_ASCII : StandardCharsets.UTF_16BE);
    }

    private static int length(byte[] id) {
        return 8 + id.length + id.length % 2;
    }
}
