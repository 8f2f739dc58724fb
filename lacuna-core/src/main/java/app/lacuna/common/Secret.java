package app.lacuna.common;

import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharsetEncoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.function.Function;

/**
 * A password. It is held in an array that {@link #close} overwrites with zeros, it never becomes a
 * {@code String}, and {@link #toString} does not show it.
 *
 * <p>Whoever creates a secret closes it. Code that is given one does not close it; code that has to
 * keep one beyond the call takes a {@link #copy} and closes that.
 */
public final class Secret implements AutoCloseable {
    private final char[] characters;
    private boolean wiped;

    private Secret(char[] characters) {
        this.characters = characters;
    }

    /** Takes the array over: the caller must not use it any more, closing the secret wipes it. */
    public static Secret takeOver(char[] characters) {
        return new Secret(characters);
    }

    /** Copies the characters, then wipes the caller's array. */
    public static Secret moveFrom(char[] source, int length) {
        char[] own = Arrays.copyOf(source, length);
        Arrays.fill(source, '\0');
        return new Secret(own);
    }

    public synchronized Secret copy() {
        requireNotWiped();
        return new Secret(characters.clone());
    }

    public int length() {
        return characters.length;
    }

    /** Lends the UTF-8 bytes to {@code use} and wipes them when it returns. */
    public synchronized <T> T withUtf8(Function<byte[], T> use) {
        requireNotWiped();
        CharsetEncoder encoder =
                StandardCharsets.UTF_8
                        .newEncoder()
                        .onMalformedInput(CodingErrorAction.REPLACE)
                        .onUnmappableCharacter(CodingErrorAction.REPLACE);
        ByteBuffer room = ByteBuffer.allocate((int) (characters.length * 3L) + 4);
        encoder.encode(CharBuffer.wrap(characters), room, true);
        encoder.flush(room);
        byte[] bytes = Arrays.copyOf(room.array(), room.position());
        Arrays.fill(room.array(), (byte) 0);
        try {
            return use.apply(bytes);
        } finally {
            Arrays.fill(bytes, (byte) 0);
        }
    }

    /** Lends the characters, which must not be kept. */
    public synchronized <T> T withCharacters(Function<CharBuffer, T> use) {
        requireNotWiped();
        return use.apply(CharBuffer.wrap(characters).asReadOnlyBuffer());
    }

    /** Compares in a time that does not depend on where the difference is. */
    public synchronized boolean sameAs(Secret other) {
        requireNotWiped();
        int difference = characters.length ^ other.characters.length;
        for (int i = 0; i < Math.min(characters.length, other.characters.length); i++) {
            difference |= characters[i] ^ other.characters[i];
        }
        return difference == 0;
    }

    private void requireNotWiped() {
        if (wiped) {
            throw new IllegalStateException("the secret has been wiped");
        }
    }

    @Override
    public synchronized void close() {
        Arrays.fill(characters, '\0');
        wiped = true;
    }

    @Override
    public String toString() {
        return "Secret[hidden]";
    }
}
