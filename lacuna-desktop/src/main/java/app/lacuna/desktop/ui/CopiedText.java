package app.lacuna.desktop.ui;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import javafx.scene.input.Clipboard;

/**
 * Remembers what was last copied out of an archive, by its digest alone, so that locking can take
 * it off the clipboard again if it is still there.
 */
public final class CopiedText {
    private byte[] digest = {};

    public void copied(String text) {
        digest = digest(text);
    }

    /** On the interface thread. */
    public void takeOffClipboard() {
        Clipboard clipboard = Clipboard.getSystemClipboard();
        String there = digest.length == 0 ? null : clipboard.getString();
        if (there != null && Arrays.equals(digest, digest(there))) {
            clipboard.clear();
        }
        digest = new byte[0];
    }

    private static byte[] digest(String text) {
        try {
            return MessageDigest.getInstance("SHA-256")
                    .digest(text.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e); // every Java has it
        }
    }
}
