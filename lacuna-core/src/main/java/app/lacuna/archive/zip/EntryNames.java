package app.lacuna.archive.zip;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;

/** Turns the bytes of a name into text (4.4.17 and appendix D). */
final class EntryNames {
    private EntryNames() {}

    static String decode(byte[] name, int flags, ExtraFields extras) {
        return extras.unicodePath(name).orElseGet(() -> decode(name, flags));
    }

    /**
     * Many writers store UTF-8 without saying so. Text in another code page is hardly ever valid
     * UTF-8 by chance, so what is valid is taken for it.
     */
    private static String decode(byte[] name, int flags) {
        try {
            return StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(name)).toString();
        } catch (CharacterCodingException e) {
            boolean utf8 = (flags & ZipConstants.FLAG_UTF8) != 0;
            return new String(name, utf8 ? StandardCharsets.UTF_8 : ZipConstants.CP437);
        }
    }

    /** Some writers on systems with backslashes store them, against 4.4.17.1. */
    static String withSlashes(String name, int host) {
        boolean unix = host == ZipConstants.HOST_UNIX || host == ZipConstants.HOST_DARWIN;
        return unix ? name : name.replace('\\', '/');
    }
}
