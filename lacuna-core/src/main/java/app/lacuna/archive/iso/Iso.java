package app.lacuna.archive.iso;

/** Numbers of ECMA-119. */
final class Iso {
    /** The size of a logical block, and of a sector (6.1.2, 6.2.2). */
    static final int BLOCK_BYTES = 2048;

    /** The system area before the volume descriptors (6.2.1). */
    static final int SYSTEM_BLOCKS = 16;

    /** Of one extent: its length has 32 bits, and extents before others are whole blocks. */
    static final long MAX_EXTENT_BYTES = 0xFFFFF800L;

    /** Levels of the primary tree (6.8.2.1). */
    static final int MAX_LEVELS = 8;

    /** Folders, since path tables number them with 16 bits (9.4.4). */
    static final int MAX_FOLDERS = 65_535;

    static final int TYPE_PRIMARY = 1;
    static final int TYPE_SUPPLEMENTARY = 2;
    static final int TYPE_TERMINATOR = 255;
    static final String STANDARD_ID = "CD001";

    /** File flags (9.1.6). */
    static final int FLAG_DIRECTORY = 1 << 1;

    static final int FLAG_MORE_EXTENTS = 1 << 7;

    /** Where in a directory record its identifier begins (9.1.11). */
    static final int RECORD_BYTES = 33;

    private Iso() {}

    static long blocks(long bytes) {
        return (bytes + BLOCK_BYTES - 1) / BLOCK_BYTES;
    }
}
