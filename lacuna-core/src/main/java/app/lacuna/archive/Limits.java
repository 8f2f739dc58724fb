package app.lacuna.archive;

import app.lacuna.error.LimitExceeded;

/**
 * How much an archive may claim before it is taken for a trap. The numbers stand here and nowhere
 * else, but for the memory of a decompressor ({@link
 * app.lacuna.compression.Decompression#MAX_MEMORY_BYTES}). Free space is checked beside them.
 *
 * @param entries the number of entries
 * @param ratio bytes that come out for each byte of the archive
 */
public record Limits(long entries, long ratio) {
    /**
     * Five million entries take about 3 GB of memory to list. Deflate can not exceed a ratio of
     * 1,032; what claims more, and more than a gigabyte, is zeros or a trap.
     */
    public static final Limits STANDARD = new Limits(5_000_000, 1_032);

    /** For a user who knows what is inside. */
    public static final Limits NONE = new Limits(Long.MAX_VALUE, Long.MAX_VALUE);

    /** Below this the ratio does not matter: no disk is filled by it. */
    private static final long HARMLESS_BYTES = 1_000_000_000;

    public void checkEntries(long found) throws LimitExceeded {
        if (found > entries) {
            throw new LimitExceeded(LimitExceeded.Limit.ENTRIES, entries, found);
        }
    }

    /** All of it together, and each entry, which may be the only one that is taken out. */
    public void check(Listing listing) throws LimitExceeded {
        checkRatio(listing.totalBytes(), listing.archiveBytes());
        for (ArchiveEntry entry : listing.entries()) {
            checkRatio(entry.size(), entry.packedSize());
        }
    }

    /**
     * @param bytes what comes out
     * @param packed what it comes out of
     */
    public void checkRatio(long bytes, long packed) throws LimitExceeded {
        if (bytes > HARMLESS_BYTES && bytes / Math.max(1, packed) > ratio) {
            throw new LimitExceeded(LimitExceeded.Limit.RATIO, ratio, bytes / Math.max(1, packed));
        }
    }
}
