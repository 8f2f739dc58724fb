package app.lacuna.error;

/** What exactly is wrong with the bytes. */
public enum Damage {
    /** The end of the file, where the list of entries is announced, is missing. */
    END_MISSING,
    /** The list of entries (central directory) can not be read or does not add up. */
    DIRECTORY,
    /** The header before an entry says something else than the list of entries. */
    HEADERS_DISAGREE,
    /** The file stops before the entry does. */
    CUT_SHORT,
    /** It is another name of a file that the archive does not contain. */
    CONTENTS_MISSING,
    /** The authentication code does not match: damaged or changed by somebody. */
    AUTHENTICATION,
    /** As above, and no other entry has shown that the password is the right one. */
    AUTHENTICATION_OR_PASSWORD,
    /** The check value for the password fits other entries and not this one. */
    VERIFICATION_VALUE,
    /** The checksum (CRC-32) does not match. */
    CHECKSUM,
    /** The compressed data makes no sense. */
    COMPRESSED_DATA,
    /** It is called a folder, and has contents. */
    FOLDER_WITH_CONTENTS,
    /** More or fewer bytes came out than the entry announces. */
    SIZE,
    /** Other data follows the end of the archive. */
    TRAILING_DATA
}
