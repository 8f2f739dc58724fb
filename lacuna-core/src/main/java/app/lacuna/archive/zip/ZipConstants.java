package app.lacuna.archive.zip;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;

/** Numbers of the format. Section numbers are those of APPNOTE.TXT 6.3.x. */
final class ZipConstants {
    /** 4.3.7. */
    static final int LOCAL_HEADER = 0x04034b50;

    /** 4.3.12. */
    static final int CENTRAL_HEADER = 0x02014b50;

    /** 4.3.16. */
    static final int END = 0x06054b50;

    /** 4.3.14. */
    static final int ZIP64_END = 0x06064b50;

    /** 4.3.15. */
    static final int ZIP64_LOCATOR = 0x07064b50;

    /** 4.3.9. */
    static final int DATA_DESCRIPTOR = 0x08074b50;

    /** 8.5.4: what a split archive begins with when one part was enough after all. */
    static final int ONE_VOLUME = 0x30304b50;

    static final int LOCAL_HEADER_BYTES = 30;
    static final int CENTRAL_HEADER_BYTES = 46;
    static final int END_BYTES = 22;
    static final int ZIP64_END_BYTES = 56;
    static final int ZIP64_LOCATOR_BYTES = 20;

    /** 4.4.4: general purpose bits 0, 3, 6, 11. */
    static final int FLAG_ENCRYPTED = 1;

    /** 4.4.4: the data ends with a mark of its own. */
    static final int FLAG_LZMA_END = 1 << 1;

    static final int FLAG_DATA_DESCRIPTOR = 1 << 3;
    static final int FLAG_STRONG_ENCRYPTION = 1 << 6;
    static final int FLAG_UTF8 = 1 << 11;

    /** 4.4.5. */
    static final int METHOD_STORED = 0;

    static final int METHOD_DEFLATE = 8;
    static final int METHOD_ZSTD = 93;
    static final int METHOD_XZ = 95;
    static final int METHOD_AES = 99;

    /** 4.4.3.2: 2.0 for deflate and folders, 4.5 for ZIP64, 5.1 for AES, 6.3 for newer methods. */
    static final int VERSION_BASIC = 20;

    static final int VERSION_ZIP64 = 45;
    static final int VERSION_AES = 51;
    static final int VERSION_NEWER_METHODS = 63;

    /** 4.4.2: upper byte, the system whose attributes are kept; lower byte, 6.3. */
    static final int HOST_UNIX = 3;

    static final int HOST_DARWIN = 19;
    static final int MADE_BY = HOST_UNIX << 8 | 63;

    /** 4.5.2 and 4.6.1. */
    static final int EXTRA_ZIP64 = 0x0001;

    static final int EXTRA_NTFS = 0x000a;
    static final int EXTRA_TIMESTAMP = 0x5455;
    static final int EXTRA_UNIX_MODE = 0x756e;
    static final int EXTRA_UNICODE_PATH = 0x7075;
    static final int EXTRA_AES = 0x9901;

    /** Ours: one byte of version, 1. Marks the entry that holds an archive with hidden names. */
    static final int EXTRA_HIDDEN_NAMES = 0x4e4c;

    static final int MAX_16 = 0xffff;
    static final long MAX_32 = 0xffffffffL;

    /** The file type bits of a Unix mode, and their values. */
    static final int TYPE_MASK = 0170000;

    static final int TYPE_FILE = 0100000;
    static final int TYPE_FOLDER = 0040000;
    static final int TYPE_LINK = 0120000;
    static final int PERMISSION_MASK = 0777;

    /** Appendix D: names without the UTF-8 flag are in code page 437. */
    static final Charset CP437 =
            Charset.isSupported("IBM437") ? Charset.forName("IBM437") : StandardCharsets.ISO_8859_1;

    private ZipConstants() {}
}
