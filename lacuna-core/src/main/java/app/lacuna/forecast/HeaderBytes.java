package app.lacuna.forecast;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.Authentication;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.TraditionalCipher;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.nio.charset.StandardCharsets;

/** What an archive needs beside the packed data: known exactly from the names (APPNOTE 4.3). */
final class HeaderBytes {
    private static final int LOCAL = 30;
    private static final int CENTRAL = 46;
    private static final int TIMESTAMP = 9;
    private static final int NTFS_TIMES = 36;
    private static final int UNIX_MODE = 18;
    private static final int AES_FIELD = 11;
    private static final int HIDDEN_NAMES = 5;
    private static final int END = 22;
    private static final int ZIP64_SIZES = 20;
    private static final String HIDDEN_NAME = "contents.zip";

    private final PackOptions options;

    HeaderBytes(PackOptions options) {
        this.options = options;
    }

    long of(FileItem item) {
        int name = item.path().getBytes(StandardCharsets.UTF_8).length;
        boolean folder = item.kind() == ItemKind.FOLDER;
        boolean encrypted =
                !folder && options.names() == Names.VISIBLE && options.protection().needsPassword();
        return LOCAL
                + CENTRAL
                + 2L * (name + (folder ? 1 : 0) + timestamp(item))
                + UNIX_MODE
                + (encrypted ? encryptionBytes() : 0);
    }

    private static int timestamp(FileItem item) {
        long seconds = item.modified().getEpochSecond();
        return seconds == (int) seconds ? TIMESTAMP : NTFS_TIMES;
    }

    private int encryptionBytes() {
        return options.protection()
                .strength()
                .map(strength -> 2 * AES_FIELD + aesBytes(strength))
                .orElse(TraditionalCipher.HEADER_BYTES);
    }

    private static int aesBytes(AesStrength strength) {
        return strength.saltBytes() + EntryKeys.VERIFICATION_BYTES + Authentication.CODE_BYTES;
    }

    /** Once for the archive. */
    long ofArchive() {
        int note = options.note().getBytes(StandardCharsets.UTF_8).length;
        if (options.names() == Names.VISIBLE) {
            return (long) END + note;
        }
        AesStrength strength = options.protection().strength().orElseThrow();
        int outer =
                LOCAL
                        + CENTRAL
                        + 2 * (HIDDEN_NAME.length() + TIMESTAMP + AES_FIELD + HIDDEN_NAMES)
                        + ZIP64_SIZES
                        + UNIX_MODE
                        + aesBytes(strength);
        return 2L * END + note + outer;
    }
}
