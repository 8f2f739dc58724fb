package app.lacuna.password;

import app.lacuna.common.Secret;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.util.List;

/** Makes passwords at random: every one of a kind is as likely as any other. */
public final class PasswordMaker {
    /** Common practice, no source: a made password has 16 characters or more. */
    public static final int CHARACTERS = 16;

    public static final int MIN_CHARACTERS = 8;
    public static final int MAX_CHARACTERS = 64;
    public static final int WORDS = 6;
    public static final int MIN_WORDS = 4;
    public static final int MAX_WORDS = 12;

    /**
     * Letters and digits that are not taken for each other (no I, l, 1, O, 0), and that every
     * keyboard types alike but for y and z, which are left out too.
     */
    static final String ALPHABET = "abcdefghijkmnopqrstuvwxABCDEFGHJKLMNPQRSTUVWX23456789";

    private final SecureRandom random;
    private final List<String> words;

    public PasswordMaker(SecureRandom random) {
        this.random = random;
        this.words = wordList();
    }

    private static List<String> wordList() {
        try (InputStream in = PasswordMaker.class.getResourceAsStream("words.txt")) {
            return new String(in.readAllBytes(), StandardCharsets.US_ASCII).lines().toList();
        } catch (IOException e) {
            throw new IllegalStateException("ships with the program", e);
        }
    }

    /** The caller closes it. */
    public Secret characters(int count) {
        char[] made = new char[count];
        for (int i = 0; i < count; i++) {
            made[i] = ALPHABET.charAt(random.nextInt(ALPHABET.length()));
        }
        return Secret.takeOver(made);
    }

    /** Joined by hyphens. The caller closes it. */
    public Secret words(int count) {
        char[] made = new char[count * 16];
        int length = 0;
        for (int i = 0; i < count; i++) {
            if (i > 0) {
                made[length++] = '-';
            }
            String word = words.get(random.nextInt(words.size()));
            word.getChars(0, word.length(), made, length);
            length += word.length();
        }
        return Secret.moveFrom(made, length);
    }

    public static Strength strengthOfCharacters(int count) {
        return Strength.ofRandom(count * Math.log10(ALPHABET.length()));
    }

    public Strength strengthOfWords(int count) {
        return Strength.ofRandom(count * Math.log10(words.size()));
    }

    /** For tests. */
    List<String> list() {
        return words;
    }
}
