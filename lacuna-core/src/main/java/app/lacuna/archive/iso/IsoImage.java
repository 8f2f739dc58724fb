package app.lacuna.archive.iso;

import app.lacuna.common.CancelToken;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.function.LongConsumer;

/**
 * The image of a disc, planned to the byte before the first one is written. In its order: the
 * system area, volume descriptors, path tables, directories, the files, each beginning at 64 KiB,
 * and a copy of everything before the files. Files that were added behind come after that and are
 * appended by somebody else.
 */
public final class IsoImage {
    /** Where a file may begin: devices read no less. */
    private static final int ALIGNED_BLOCKS = 32;

    private static final long MAX_BLOCKS = 0xFFFFFFFFL;

    private final VolumeName name;
    private final Tree primary;
    private final Tree joliet;
    private final PathTables primaryTables;
    private final PathTables jolietTables;
    private final List<IsoFile> files = new ArrayList<>();
    private final long moreBlock;
    private final long headBlocks;
    private final long copyBlock;
    private final long coreBlocks;
    private final long allBlocks;

    /**
     * @throws IllegalArgumentException if there are more folders or bytes than an image can have
     */
    public IsoImage(IsoFolder root, VolumeName name) {
        this.name = name;
        number(root);
        primary = Tree.primary(root);
        joliet = Tree.joliet(root);
        primaryTables = new PathTables(primary, Iso.SYSTEM_BLOCKS + 3L);
        jolietTables = new PathTables(joliet, primaryTables.end());
        Continuations measured = Continuations.measuring();
        long next = placeDirectories(primary, measured, jolietTables.end());
        moreBlock = next;
        next = placeDirectories(joliet, Continuations.measuring(), next + measured.blocks());
        headBlocks = next;
        copyBlock = placeFiles(next, false);
        coreBlocks = aligned(copyBlock + headBlocks - Iso.SYSTEM_BLOCKS);
        allBlocks = placeFiles(coreBlocks, true);
        if (allBlocks > MAX_BLOCKS) {
            throw new IllegalArgumentException("more than an image can have");
        }
    }

    private void number(IsoFolder root) {
        Deque<IsoNode> open = new ArrayDeque<>(List.of(root));
        int serial = 0;
        while (!open.isEmpty()) {
            IsoNode node = open.remove();
            node.number(++serial);
            if (node instanceof IsoFolder folder) {
                open.addAll(folder.children());
            } else if (node instanceof IsoFile file) {
                files.add(file);
            }
        }
    }

    private long placeDirectories(Tree tree, Continuations more, long firstBlock) {
        Records records = new Records(tree, more, name.number());
        long next = firstBlock;
        for (Directory directory : tree.directories()) {
            Sectors sectors = new Sectors();
            records.of(directory, record -> sectors.count(record.length));
            directory.placeAt(next);
            directory.takes(Iso.blocks(sectors.bytes));
            next += directory.blocks();
        }
        return next;
    }

    /** Records never lie across the end of a sector (6.8.1.1). */
    private static final class Sectors {
        private long bytes;

        /**
         * @return where the record begins
         */
        long count(int length) {
            long left = Iso.BLOCK_BYTES - bytes % Iso.BLOCK_BYTES;
            if (length > left) {
                bytes += left;
            }
            bytes += length;
            return bytes - length;
        }
    }

    private long placeFiles(long firstBlock, boolean behind) {
        long next = firstBlock;
        for (IsoFile file : files) {
            if (file.isBehind() == behind && file.size() > 0) {
                next = aligned(next);
                file.placeAt(next);
                next += Iso.blocks(file.size());
            }
        }
        return aligned(next);
    }

    private static long aligned(long block) {
        return (block + ALIGNED_BLOCKS - 1) / ALIGNED_BLOCKS * ALIGNED_BLOCKS;
    }

    /** In bytes, with the files behind. */
    public long size() {
        return allBlocks * Iso.BLOCK_BYTES;
    }

    /** In bytes, without the files behind: as many as {@link #writeTo} writes. */
    public long coreSize() {
        return coreBlocks * Iso.BLOCK_BYTES;
    }

    /** Where the copy of descriptors, path tables and directories begins. */
    public long copyPosition() {
        return copyBlock * Iso.BLOCK_BYTES;
    }

    /** How long it is; the original begins behind the system area. */
    public long copySize() {
        return (headBlocks - Iso.SYSTEM_BLOCKS) * Iso.BLOCK_BYTES;
    }

    /** Where the original of what is copied begins. */
    public static long headPosition() {
        return (long) Iso.SYSTEM_BLOCKS * Iso.BLOCK_BYTES;
    }

    /**
     * Writes it from its first byte on, in one go.
     *
     * @param onWritten told how many bytes have been written since it was told last
     * @throws IOException if the contents of a file are longer or shorter than planned, too
     */
    public void writeTo(OutputStream out, LongConsumer onWritten, CancelToken cancel)
            throws IOException {
        Output to = new Output(out, onWritten, cancel);
        to.zeros((long) Iso.SYSTEM_BLOCKS * Iso.BLOCK_BYTES);
        writeHead(to);
        for (IsoFile file : files) {
            if (!file.isBehind() && file.size() > 0) {
                to.zeros(file.position() - to.written);
                to.contents(file);
            }
        }
        to.zeros(copyPosition() - to.written);
        writeHead(to);
        to.zeros(coreSize() - to.written);
    }

    private void writeHead(Output out) throws IOException {
        Continuations more = Continuations.at(moreBlock);
        Records primaryRecords = new Records(primary, more, name.number());
        Records jolietRecords = new Records(joliet, more, name.number());
        Descriptors descriptors = new Descriptors(name, allBlocks);
        out.bytes(descriptors.of(primaryTables, primaryRecords.root()));
        out.bytes(descriptors.of(jolietTables, jolietRecords.root()));
        out.bytes(Descriptors.terminator());
        for (PathTables tables : List.of(primaryTables, jolietTables)) {
            out.bytes(tables.toBytes(false));
            out.bytes(tables.toBytes(true));
        }
        writeDirectories(primary, primaryRecords, out);
        for (byte[] piece : more.pieces()) {
            out.bytes(piece);
        }
        out.toWholeBlock();
        writeDirectories(joliet, jolietRecords, out);
    }

    private static void writeDirectories(Tree tree, Records records, Output out)
            throws IOException {
        for (Directory directory : tree.directories()) {
            byte[] bytes = new byte[(int) (directory.blocks() * Iso.BLOCK_BYTES)];
            Sectors sectors = new Sectors();
            records.of(
                    directory,
                    record -> {
                        int at = (int) sectors.count(record.length);
                        System.arraycopy(record, 0, bytes, at, record.length);
                    });
            out.bytes(bytes);
        }
    }

    /** Counts what goes out. */
    private static final class Output {
        private static final int BUFFER_BYTES = 1 << 18;

        private final OutputStream out;
        private final LongConsumer onWritten;
        private final CancelToken cancel;
        private final byte[] buffer = new byte[BUFFER_BYTES];
        private long written;

        Output(OutputStream out, LongConsumer onWritten, CancelToken cancel) {
            this.out = out;
            this.onWritten = onWritten;
            this.cancel = cancel;
        }

        void bytes(byte[] bytes) throws IOException {
            add(bytes, bytes.length);
        }

        private void add(byte[] bytes, int count) throws IOException {
            cancel.check();
            out.write(bytes, 0, count);
            written += count;
            onWritten.accept(count);
        }

        void zeros(long count) throws IOException {
            byte[] zeros = new byte[(int) Math.min(count, BUFFER_BYTES)];
            for (long left = count; left > 0; left -= zeros.length) {
                add(zeros, (int) Math.min(zeros.length, left));
            }
        }

        void toWholeBlock() throws IOException {
            zeros(Iso.blocks(written) * Iso.BLOCK_BYTES - written);
        }

        void contents(IsoFile file) throws IOException {
            try (InputStream in = file.contents().open()) {
                long left = file.size();
                int count;
                while ((count = in.read(buffer, 0, (int) Math.min(buffer.length, left + 1))) > 0) {
                    if (count > left) {
                        throw new IOException("a file has become longer");
                    }
                    add(buffer, count);
                    left -= count;
                }
                if (left > 0) {
                    throw new IOException("a file has become shorter");
                }
            }
        }
    }
}
