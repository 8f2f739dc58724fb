package app.lacuna.crypto;

import app.lacuna.lanes.Sha1Lanes;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * PBKDF2 with HMAC-SHA1 (RFC 8018, section 5.2; HMAC: RFC 2104) for one password and any number of
 * salts.
 *
 * <p>HMAC begins with a block made of the key, once for its inner and once for its outer hash. Both
 * depend on the password alone, so their states are computed once and every derivation starts from
 * them. From the second round on each round is exactly two compressions: the input is one hash
 * value, whose padding is constant.
 *
 * <p>Safe to use from several threads. Closing it wipes the states, from which passwords could be
 * tried.
 */
public final class KeyDerivation implements AutoCloseable {
    private static final int HASH_BYTES = 20;
    private static final int BLOCK_BYTES = 64;

    /** The length in bits of the key's block and one hash value. */
    static final int ONE_VALUE_BITS = (BLOCK_BYTES + HASH_BYTES) * 8;

    /** For fewer keys than that, lanes are slower than one key after another. */
    private static final int ENOUGH_FOR_LANES = 8;

    private static final KernelChoice KERNELS =
            new KernelChoice(
                    LoopLanes.KERNEL,
                    VectorKernel::load,
                    KernelChoice.PATIENCE,
                    KeyDerivation::inTheBackground,
                    System::nanoTime);

    private final int[] innerStart;
    private final int[] outerStart;

    public KeyDerivation(byte[] password) {
        byte[] key = password.length > BLOCK_BYTES ? digest(password) : password.clone();
        int[] schedule = new int[80];
        innerStart = padState(key, 0x36, schedule);
        outerStart = padState(key, 0x5c, schedule);
        Arrays.fill(schedule, 0);
        Arrays.fill(key, (byte) 0);
    }

    /** The caller wipes what it gets. */
    public byte[] derive(byte[] salt, int iterations, int length) {
        if (iterations < 1 || length < 1) {
            throw new IllegalArgumentException("iterations and length are at least 1");
        }
        byte[] derived = new byte[length];
        byte[] block = new byte[HASH_BYTES];
        int[] schedule = new int[80];
        for (int index = 1, done = 0; done < length; index++, done += HASH_BYTES) {
            deriveBlock(salt, index, iterations, block, schedule);
            System.arraycopy(block, 0, derived, done, Math.min(HASH_BYTES, length - done));
        }
        Arrays.fill(block, (byte) 0);
        Arrays.fill(schedule, 0);
        return derived;
    }

    /** A key that is wanted: of a password, with a salt. */
    public record Wanted(KeyDerivation password, byte[] salt) {}

    /**
     * One derived key for each salt, as {@link #derive} would give it, several times faster. The
     * caller wipes what it gets.
     */
    public List<byte[]> deriveAll(List<byte[]> salts, int iterations, int length) {
        return deriveEach(
                salts.stream().map(salt -> new Wanted(this, salt)).toList(), iterations, length);
    }

    /** The same for keys that may be of different passwords. */
    public static List<byte[]> deriveEach(List<Wanted> wanted, int iterations, int length) {
        int blocks = blocks(length);
        List<byte[]> derived = new ArrayList<>(wanted.size());
        for (int from = 0; from < wanted.size(); ) {
            LaneKernel kernel = KERNELS.forBlocks(blocks);
            int together = Math.max(1, kernel.maxLanes() / blocks);
            int to = Math.min(from + together, wanted.size());
            if (to - from < ENOUGH_FOR_LANES) {
                for (Wanted key : wanted.subList(from, to)) {
                    derived.add(key.password().derive(key.salt(), iterations, length));
                }
                return derived;
            }
            derived.addAll(deriveTogether(wanted.subList(from, to), iterations, length, kernel));
            from = to;
        }
        return derived;
    }

    /**
     * So many keys will be wanted before long. If that is worth it, a faster way of deriving them
     * is made ready in the background.
     */
    public static void expect(long keys, int length) {
        KERNELS.expect(keys * blocks(length));
    }

    /** The way in which keys are derived at this moment, for reports. */
    public static String kernel() {
        return KERNELS.chosen().title();
    }

    private static int blocks(int length) {
        return (length + HASH_BYTES - 1) / HASH_BYTES;
    }

    /** In one piece, by this kernel. */
    static List<byte[]> deriveTogether(
            List<Wanted> wanted, int iterations, int length, LaneKernel kernel) {
        int blocks = blocks(length);
        int[] schedule = new int[80];
        List<LaneDerivation.Block> lanes = new ArrayList<>(wanted.size() * blocks);
        for (Wanted key : wanted) {
            for (int index = 1; index <= blocks; index++) {
                int[] state = new int[Sha1.STATE_WORDS];
                key.password().firstRound(key.salt(), index, state, schedule);
                lanes.add(key.password().block(state));
            }
        }
        int[][] sum = new LaneDerivation(kernel).rounds(lanes, iterations);
        List<byte[]> derived = new ArrayList<>(wanted.size());
        for (int key = 0; key < wanted.size(); key++) {
            byte[] bytes = new byte[length];
            for (int i = 0; i < length; i++) {
                int lane = key * blocks + i / HASH_BYTES;
                int at = i % HASH_BYTES;
                bytes[i] = (byte) (sum[at / 4][lane] >>> (24 - 8 * (at % 4)));
            }
            derived.add(bytes);
        }
        lanes.forEach(lane -> Arrays.fill(lane.first(), 0));
        Sha1Lanes.wipe(sum);
        Arrays.fill(schedule, 0);
        return derived;
    }

    private LaneDerivation.Block block(int[] first) {
        return new LaneDerivation.Block(innerStart, outerStart, first);
    }

    private void deriveBlock(byte[] salt, int index, int iterations, byte[] block, int[] schedule) {
        int[] state = new int[Sha1.STATE_WORDS];
        firstRound(salt, index, state, schedule);
        int[] sum = state.clone();
        for (int round = 1; round < iterations; round++) {
            hashOneValue(innerStart, state, schedule);
            hashOneValue(outerStart, state, schedule);
            for (int i = 0; i < Sha1.STATE_WORDS; i++) {
                sum[i] ^= state[i];
            }
        }
        for (int i = 0; i < HASH_BYTES; i++) {
            block[i] = (byte) (sum[i / 4] >>> (24 - 8 * (i % 4)));
        }
        Arrays.fill(sum, 0);
        Arrays.fill(state, 0);
    }

    /** U1 = HMAC(salt, block index as four bytes, most significant first). */
    private void firstRound(byte[] salt, int index, int[] state, int[] schedule) {
        byte[] message = Arrays.copyOf(salt, salt.length + 4);
        for (int i = 0; i < 4; i++) {
            message[salt.length + i] = (byte) (index >>> (24 - 8 * i));
        }
        System.arraycopy(innerStart, 0, state, 0, Sha1.STATE_WORDS);
        byte[] padded = padded(message);
        for (int offset = 0; offset < padded.length; offset += BLOCK_BYTES) {
            load(padded, offset, schedule);
            Sha1.compress(state, schedule);
        }
        hashOneValue(outerStart, state, schedule);
    }

    /** Padding as in FIPS 180-4, section 5.1.1, counting the key's block that went before. */
    private static byte[] padded(byte[] message) {
        int length = (message.length + 9 + BLOCK_BYTES - 1) / BLOCK_BYTES * BLOCK_BYTES;
        byte[] padded = Arrays.copyOf(message, length);
        padded[message.length] = (byte) 0x80;
        long bits = (BLOCK_BYTES + (long) message.length) * 8;
        for (int i = 0; i < 8; i++) {
            padded[length - 1 - i] = (byte) (bits >>> (8 * i));
        }
        return padded;
    }

    /** Replaces the hash value in {@code state} by the hash of the key's block and that value. */
    private static void hashOneValue(int[] start, int[] state, int[] schedule) {
        System.arraycopy(state, 0, schedule, 0, Sha1.STATE_WORDS);
        schedule[5] = 0x80000000;
        Arrays.fill(schedule, 6, 15, 0);
        schedule[15] = ONE_VALUE_BITS;
        System.arraycopy(start, 0, state, 0, Sha1.STATE_WORDS);
        Sha1.compress(state, schedule);
    }

    private static int[] padState(byte[] key, int pad, int[] schedule) {
        byte[] block = new byte[BLOCK_BYTES];
        Arrays.fill(block, (byte) pad);
        for (int i = 0; i < key.length; i++) {
            block[i] ^= key[i];
        }
        int[] state = Sha1.initialState();
        load(block, 0, schedule);
        Sha1.compress(state, schedule);
        Arrays.fill(block, (byte) 0);
        return state;
    }

    private static void load(byte[] bytes, int offset, int[] schedule) {
        for (int i = 0; i < Sha1.BLOCK_WORDS; i++) {
            int at = offset + 4 * i;
            schedule[i] =
                    (bytes[at] & 0xff) << 24
                            | (bytes[at + 1] & 0xff) << 16
                            | (bytes[at + 2] & 0xff) << 8
                            | (bytes[at + 3] & 0xff);
        }
    }

    private static byte[] digest(byte[] password) {
        try {
            return MessageDigest.getInstance("SHA-1").digest(password);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has SHA-1", e);
        }
    }

    private static void inTheBackground(Runnable trial) {
        Thread thread = new Thread(trial, "lacuna-kernel");
        thread.setDaemon(true);
        thread.start();
    }

    @Override
    public void close() {
        Arrays.fill(innerStart, 0);
        Arrays.fill(outerStart, 0);
    }
}
