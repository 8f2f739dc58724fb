package app.lacuna.crypto;

/**
 * The compression function of SHA-1 (FIPS 180-4, section 6.1.2) on words, for key derivation only.
 *
 * <p>Key derivation runs it 8,000 times for one AES-256 key on inputs of one block. Through a
 * {@code MessageDigest} each of these turns costs padding, copying and a provider's checks; on
 * plain words only the 80 steps remain. Whole messages are still digested by the JDK's provider.
 */
final class Sha1 {
    static final int STATE_WORDS = 5;
    static final int BLOCK_WORDS = 16;

    private Sha1() {}

    static int[] initialState() {
        return new int[] {0x67452301, 0xEFCDAB89, 0x98BADCFE, 0x10325476, 0xC3D2E1F0};
    }

    /**
     * Adds one block to the state.
     *
     * @param schedule 80 words; the first 16 are the block, the rest is overwritten
     */
    static void compress(int[] state, int[] schedule) {
        for (int t = BLOCK_WORDS; t < 80; t++) {
            schedule[t] =
                    Integer.rotateLeft(
                            schedule[t - 3] ^ schedule[t - 8] ^ schedule[t - 14] ^ schedule[t - 16],
                            1);
        }
        int a = state[0];
        int b = state[1];
        int c = state[2];
        int d = state[3];
        int e = state[4];
        int t = 0;
        for (; t < 20; t++) {
            int next =
                    Integer.rotateLeft(a, 5) + (d ^ (b & (c ^ d))) + e + 0x5A827999 + schedule[t];
            e = d;
            d = c;
            c = Integer.rotateLeft(b, 30);
            b = a;
            a = next;
        }
        for (; t < 40; t++) {
            int next = Integer.rotateLeft(a, 5) + (b ^ c ^ d) + e + 0x6ED9EBA1 + schedule[t];
            e = d;
            d = c;
            c = Integer.rotateLeft(b, 30);
            b = a;
            a = next;
        }
        for (; t < 60; t++) {
            int next =
                    Integer.rotateLeft(a, 5)
                            + ((b & c) | (d & (b | c)))
                            + e
                            + 0x8F1BBCDC
                            + schedule[t];
            e = d;
            d = c;
            c = Integer.rotateLeft(b, 30);
            b = a;
            a = next;
        }
        for (; t < 80; t++) {
            int next = Integer.rotateLeft(a, 5) + (b ^ c ^ d) + e + 0xCA62C1D6 + schedule[t];
            e = d;
            d = c;
            c = Integer.rotateLeft(b, 30);
            b = a;
            a = next;
        }
        state[0] += a;
        state[1] += b;
        state[2] += c;
        state[3] += d;
        state[4] += e;
    }
}
