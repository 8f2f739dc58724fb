package app.lacuna.password;

import app.lacuna.common.Secret;
import app.lacuna.error.PasswordUnusable;
import app.lacuna.error.PasswordUnusable.Reason;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/**
 * Reads a password that a program or a file gives: the first line, as UTF-8 and nothing else. A
 * byte order mark that an editor has put before it, and the end of the line, are not part of it.
 */
public final class PasswordText {
    /** No password is longer; what is, is another file, or has no end. */
    public static final int MAX_BYTES = 4_096;

    private static final char BYTE_ORDER_MARK = '\ufeff';

    private PasswordText() {}

    /**
     * The caller closes both.
     *
     * @throws PasswordUnusable if it is none that could be typed again
     */
    public static Secret firstLine(InputStream in) throws IOException {
        byte[] line = new byte[MAX_BYTES];
        int length = 0;
        try {
            int next;
            while ((next = in.read()) >= 0 && next != '\n') {
                if (length == line.length) {
                    throw new PasswordUnusable(Reason.TOO_LONG);
                }
                line[length++] = (byte) next;
            }
            if (length > 0 && line[length - 1] == '\r') {
                length--;
            }
            return decoded(ByteBuffer.wrap(line, 0, length));
        } finally {
            Arrays.fill(line, (byte) 0);
        }
    }

    private static Secret decoded(ByteBuffer bytes) throws PasswordUnusable {
        char[] characters = new char[bytes.remaining()];
        CharBuffer out = CharBuffer.wrap(characters);
        try {
            var decoder = StandardCharsets.UTF_8.newDecoder();
            var result = decoder.decode(bytes, out, true);
            if (result.isError()) {
                result.throwException();
            }
            return checked(characters, out.position());
        } catch (CharacterCodingException e) {
            throw new PasswordUnusable(Reason.NOT_TEXT);
        } finally {
            Arrays.fill(characters, '\0');
        }
    }

    /**
     * The same for characters that the system has decoded already, which puts a sign in the place
     * of what it could not.
     */
    public static Secret of(String text) throws PasswordUnusable {
        char[] characters = text.toCharArray();
        try {
            if (text.indexOf('\ufffd') >= 0) {
                throw new PasswordUnusable(Reason.NOT_TEXT);
            }
            if (characters.length > MAX_BYTES) {
                throw new PasswordUnusable(Reason.TOO_LONG);
            }
            return checked(characters, characters.length);
        } finally {
            Arrays.fill(characters, '\0');
        }
    }

    private static Secret checked(char[] characters, int length) throws PasswordUnusable {
        int start = length > 0 && characters[0] == BYTE_ORDER_MARK ? 1 : 0;
        for (int i = start; i < length; i++) {
            if (characters[i] == '\0') {
                throw new PasswordUnusable(Reason.HAS_NUL);
            }
        }
        return Secret.takeOver(Arrays.copyOfRange(characters, start, length));
    }
}
