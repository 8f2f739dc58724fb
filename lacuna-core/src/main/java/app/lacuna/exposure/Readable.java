package app.lacuna.exposure;

/** What can be read without the password. The name of the archive and its size always can. */
public enum Readable {
    ARCHIVE_NAME,
    ARCHIVE_SIZE,
    /** The hint or opening note. */
    NOTE,
    /** How many entries there are. */
    COUNT,
    NAMES,
    SIZES,
    PACKED_SIZES,
    /** When each file was changed last. */
    DATES,
    /** CRC-32 of the contents: tells whether a known file is inside. */
    CHECKSUMS,
    CONTENTS,
    /** Instead of the dates of the files: when the archive was packed. */
    DATE_OF_PACKING
}
