package app.lacuna.archive;

import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import java.nio.charset.StandardCharsets;

/**
 * How an archive is written.
 *
 * @param method STORED, DEFLATE, or one that only newer tools read; of a backup what is around the
 *     TAR
 * @param note a hint or an opening note that everybody can read, without the password; may be empty
 */
public record PackOptions(
        Form form, Protection protection, Names names, Method method, Level level, String note) {
    /** The field for it has 65,535 bytes; a note is a few lines. */
    public static final int MAX_NOTE_BYTES = 4_000;

    public static final PackOptions STANDARD =
            new PackOptions(Protection.AES_256, Names.VISIBLE, Method.DEFLATE, Level.BALANCED, "");

    /** Everything about the contents is encrypted, and nothing else can be. */
    public static PackOptions backup(Form form, Method method, Level level) {
        return new PackOptions(form, Protection.AES_256, Names.HIDDEN, method, level, "");
    }

    /** As ZIP. */
    public PackOptions(
            Protection protection, Names names, Method method, Level level, String note) {
        this(Form.ZIP, protection, names, method, level, note);
    }

    public PackOptions {
        if (names == Names.HIDDEN && !protection.canHideNames()) {
            throw new IllegalArgumentException("names are hidden by AES only");
        }
        boolean written = form.isBackup() ? method.isWrittenAroundTar() : method.isWritten();
        if (!written) {
            throw new IllegalArgumentException("not written: " + method);
        }
        if (!isUsableNote(note)) {
            throw new IllegalArgumentException("the note is too long or no plain text");
        }
        boolean lockedWhole = protection == Protection.AES_256 && names == Names.HIDDEN;
        if (form.isBackup() && !(lockedWhole && note.isEmpty())) {
            throw new IllegalArgumentException("a backup is locked as a whole, without a note");
        }
        if (level == Level.STORE) {
            method = Method.STORED;
        }
    }

    /** Text of a few lines, without control characters, which could be taken for structure. */
    public static boolean isUsableNote(String note) {
        return note.getBytes(StandardCharsets.UTF_8).length <= MAX_NOTE_BYTES
                && note.chars().noneMatch(c -> Character.isISOControl(c) && c != '\n');
    }

    public PackOptions withProtection(Protection other) {
        return new PackOptions(form, other, names, method, level, note);
    }

    public PackOptions withNames(Names other) {
        return new PackOptions(form, protection, other, method, level, note);
    }

    public PackOptions withMethod(Method other) {
        return new PackOptions(form, protection, names, other, level, note);
    }

    public PackOptions withLevel(Level other) {
        return new PackOptions(form, protection, names, method, other, note);
    }

    public PackOptions withNote(String other) {
        return new PackOptions(form, protection, names, method, level, other);
    }
}
