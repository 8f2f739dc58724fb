package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.io.ByteSource;
import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.LongConsumer;

/**
 * Entries of a new archive that were taken over as they are, held against the archive they come
 * from: both headers, the data and what stands behind it, byte for byte. Nothing is decrypted for
 * that and no key derived, so it says that an entry is what it was, not that it can be read. Both
 * archives are read past the system's memory of them where that is possible. Safe to use from
 * several threads.
 */
public final class CopiedEntries implements Closeable {
    private static final int BUFFER_BYTES = 1 << 18;

    private final ZipContents older;
    private final ZipContents newer;
    private final ByteSource before;
    private final Map<Integer, KeptEntry> keptAt = new HashMap<>();
    private final BitSet sameInDirectory = new BitSet();

    private CopiedEntries(ZipContents older, ZipContents newer, ByteSource before) {
        this.older = older;
        this.newer = newer;
        this.before = before;
    }

    /**
     * @param kept what the new archive was to take over, each path once
     */
    public static CopiedEntries between(OpenedZip older, OpenedZip newer, List<KeptEntry> kept)
            throws IOException {
        boolean isFile = older.contents() == older;
        ByteSource before =
                isFile
                        ? ZipArchives.pastCache(older.contents().reader().file())
                        : older.contents().reader().source();
        CopiedEntries copied = new CopiedEntries(older.contents(), newer.contents(), before);
        try {
            copied.compareDirectories(kept);
        } catch (IOException | RuntimeException e) {
            copied.close();
            throw e;
        }
        return copied;
    }

    /** In the order of the new archive, which is nearly always that of the older one. */
    private void compareDirectories(List<KeptEntry> kept) throws IOException {
        Map<String, KeptEntry> byPath = new HashMap<>();
        kept.forEach(entry -> byPath.putIfAbsent(entry.path(), entry));
        RawDirectory now = newer.reader().directory();
        RawDirectory then = older.reader().directory();
        int last = -1;
        for (ArchiveEntry entry : newer.listing().entries()) {
            KeptEntry source = byPath.remove(entry.path());
            if (source == null) {
                continue;
            }
            int index = source.entry().index();
            if (index <= last) {
                then = older.reader().directory();
            }
            last = index;
            keptAt.put(entry.index(), source);
            RawHeader expected = expected(source, then.at(index), newer.reader().record(entry));
            RawHeader found = now.at(entry.index());
            sameInDirectory.set(entry.index(), Arrays.equals(expected.toBytes(), found.toBytes()));
        }
    }

    /** The older central header, at the place where the new archive has the entry. */
    private RawHeader expected(KeptEntry kept, RawHeader central, EntryRecord now) {
        ArchiveEntry source = older.listing().entries().get(kept.entry().index());
        EntryRecord then = older.reader().record(source);
        return OlderEntry.renamed(kept, source, central)
                .setCentralData(
                        then.crc(),
                        then.packedSize(),
                        then.size(),
                        new Place(0, now.headerOffset()));
    }

    /**
     * Whether this entry of the new archive is the copy that it should be.
     *
     * @param onRead told how many packed bytes have been compared since it was told last
     * @throws app.lacuna.error.DamagedArchive if the headers of one of the two make no sense
     */
    public boolean isCopy(int index, LongConsumer onRead) throws IOException {
        KeptEntry kept = keptAt.get(index);
        if (kept == null || !sameInDirectory.get(index)) {
            return false;
        }
        ArchiveEntry entry = newer.listing().entries().get(index);
        EntryRecord record = newer.reader().record(entry);
        ArchiveEntry source = older.listing().entries().get(kept.entry().index());
        EntryRecord sourceRecord = older.reader().record(source);
        ByteSource now = newer.reader().source();
        RawHeader local = RawHeader.local(now, record.headerOffset(), entry.path());
        byte[] expected = local(kept, source, sourceRecord);
        if (!Arrays.equals(local.toBytes(), expected)) {
            return false;
        }
        long start = record.headerOffset() + expected.length;
        long sourceStart = older.dataStart(source);
        int behind = DescriptorLength.behind(before, sourceStart, sourceRecord);
        return behind == DescriptorLength.behind(now, start, record)
                && isSame(sourceStart, start, record.packedSize() + behind, onRead);
    }

    private byte[] local(KeptEntry kept, ArchiveEntry source, EntryRecord record)
            throws IOException {
        RawHeader header = RawHeader.local(before, record.headerOffset(), source.path());
        return OlderEntry.renamed(kept, source, header).toBytes();
    }

    private boolean isSame(long then, long now, long length, LongConsumer onRead)
            throws IOException {
        byte[] mine = new byte[(int) Math.min(BUFFER_BYTES, length)];
        byte[] its = new byte[mine.length];
        boolean same = true;
        for (long done = 0; done < length && same; ) {
            int count = (int) Math.min(mine.length, length - done);
            fill(before, then + done, mine, count);
            fill(newer.reader().source(), now + done, its, count);
            same = Arrays.equals(mine, 0, count, its, 0, count);
            done += count;
            onRead.accept(count);
        }
        return same;
    }

    private static void fill(ByteSource source, long position, byte[] into, int count)
            throws IOException {
        ByteBuffer buffer = ByteBuffer.wrap(into, 0, count);
        while (buffer.hasRemaining()) {
            if (source.read(buffer, position + buffer.position()) < 0) {
                throw new EOFException("shorter than its headers say");
            }
        }
    }

    @Override
    public void close() throws IOException {
        if (before != older.reader().source()) {
            before.close();
        }
    }
}
