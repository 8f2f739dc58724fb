package app.lacuna.archive.openpgp;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.util.Arrays;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicReferenceArray;
import javax.crypto.AEADBadTagException;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.bouncycastle.crypto.digests.SHA256Digest;
import org.bouncycastle.crypto.generators.HKDFBytesGenerator;
import org.bouncycastle.crypto.params.HKDFParameters;

/**
 * What a protected packet of version 2 holds (RFC 9580, 5.13.2), readable at any place. A chunk
 * comes out only after its own tag has been checked, and nothing before the tag at the end has:
 * that says how long all of it is. Safe to use from several threads.
 */
final class ChunkedSource implements ByteSource {
    private static final int VERSION = 2;
    private static final int HEADER_BYTES = 36;
    private static final int SALT_BYTES = 32;
    private static final int TAG_BYTES = 16;
    private static final int INDEX_BYTES = 8;

    /** The largest there are (5.13.2): 4 MiB. */
    private static final int LARGEST_CHUNK = 16;

    /** Decrypted chunks stay for the next read, as long as all of them are this small together. */
    private static final int KEPT_BYTES = 1 << 22;

    private static final int AES_128 = 7;
    private static final int AES_192 = 8;
    private static final int AES_256 = 9;
    private static final int EAX = 1;
    private static final int OCB = 2;
    private static final int GCM = 3;

    private final PacketBody body;
    private final byte[] associated;
    private final SecretKeySpec key;
    private final byte[] nonceStart;
    private final String cipher;
    private final int chunkBytes;
    private final long size;
    private final long chunks;
    private final Queue<Cipher> idle = new ConcurrentLinkedQueue<>();
    private final AtomicReferenceArray<Chunk> recent;

    private record Chunk(long number, byte[] bytes) {}

    /** What is said of the encryption before it begins. */
    record Head(int cipher, int aead, int chunk, byte[] salt) {
        static Head of(PacketBody body) throws IOException {
            ByteBuffer fields = Fields.at(body, 0, HEADER_BYTES);
            if (fields.remaining() < HEADER_BYTES) {
                throw PacketHeader.damaged(Damage.CUT_SHORT, body.end());
            }
            int version = fields.get();
            Head head = new Head(fields.get(), fields.get(), fields.get(), new byte[SALT_BYTES]);
            fields.get(head.salt);
            if (version != VERSION
                    || head.cipher < AES_128
                    || head.cipher > AES_256
                    || head.aead < EAX
                    || head.aead > GCM
                    || head.chunk < 0
                    || head.chunk > LARGEST_CHUNK) {
                throw new UnsupportedFeature(
                        "OpenPGP packet version " + version + " with cipher " + head.cipher, "");
            }
            return head;
        }

        int keyBytes() {
            return switch (cipher) {
                case AES_128 -> 16;
                case AES_192 -> 24;
                default -> 32;
            };
        }

        private int nonceBytes() {
            return switch (aead) {
                case EAX -> 16;
                case OCB -> 15;
                default -> 12;
            };
        }

        private String mode() {
            return switch (aead) {
                case EAX -> "AES/EAX/NoPadding";
                case OCB -> "AES/OCB/NoPadding";
                default -> "AES/GCM/NoPadding";
            };
        }

        private byte[] associated() {
            return new byte[] {
                (byte) (0xc0 | PacketHeader.PROTECTED),
                VERSION,
                (byte) cipher,
                (byte) aead,
                (byte) chunk
            };
        }
    }

    /**
     * @param sessionKey not kept
     * @throws DamagedArchive if the end is not that of this message
     */
    ChunkedSource(PacketBody body, byte[] sessionKey) throws IOException {
        Library.provider();
        Head head = Head.of(body);
        this.body = body;
        this.associated = head.associated();
        this.cipher = head.mode();
        this.chunkBytes = 1 << head.chunk() + 6;
        byte[] derived = derived(sessionKey, head);
        this.key = new SecretKeySpec(derived, 0, head.keyBytes(), "AES");
        this.nonceStart = Arrays.copyOfRange(derived, head.keyBytes(), derived.length);
        Arrays.fill(derived, (byte) 0);
        long rest = body.size() - HEADER_BYTES - TAG_BYTES;
        long step = (long) chunkBytes + TAG_BYTES;
        this.chunks = (rest + step - 1) / step;
        this.size = rest - chunks * TAG_BYTES;
        if (rest < 0 || size < 0) {
            throw PacketHeader.damaged(Damage.CUT_SHORT, body.end());
        }
        this.recent =
                new AtomicReferenceArray<>(Math.max(1, Math.min(32, KEPT_BYTES / chunkBytes)));
        checkEnd();
    }

    private static byte[] derived(byte[] sessionKey, Head head) {
        HKDFBytesGenerator hkdf = new HKDFBytesGenerator(new SHA256Digest());
        hkdf.init(new HKDFParameters(sessionKey, head.salt(), head.associated()));
        byte[] derived = new byte[head.keyBytes() + head.nonceBytes() - INDEX_BYTES];
        hkdf.generateBytes(derived, 0, derived.length);
        return derived;
    }

    private void checkEnd() throws IOException {
        byte[] length = ByteBuffer.allocate(INDEX_BYTES).putLong(size).array();
        byte[] tag = read(body.size() - TAG_BYTES, TAG_BYTES);
        decrypt(chunks, tag, length);
    }

    @Override
    public int read(ByteBuffer into, long position) throws IOException {
        if (position >= size) {
            return -1;
        }
        byte[] chunk = chunk(position / chunkBytes);
        int offset = (int) (position % chunkBytes);
        int count = Math.min(into.remaining(), chunk.length - offset);
        into.put(chunk, offset, count);
        return count;
    }

    private byte[] chunk(long number) throws IOException {
        int slot = (int) (number % recent.length());
        Chunk known = recent.get(slot);
        if (known != null && known.number() == number) {
            return known.bytes();
        }
        long start = number * chunkBytes;
        int length = (int) Math.min(chunkBytes, size - start) + TAG_BYTES;
        byte[] packed = read(HEADER_BYTES + start + number * TAG_BYTES, length);
        byte[] bytes = decrypt(number, packed, new byte[0]);
        recent.set(slot, new Chunk(number, bytes));
        return bytes;
    }

    private byte[] read(long position, int length) throws IOException {
        ByteBuffer read = Fields.at(body, position, length);
        if (read.remaining() < length) {
            throw PacketHeader.damaged(Damage.CUT_SHORT, body.end());
        }
        byte[] bytes = new byte[length];
        read.get(bytes);
        return bytes;
    }

    private byte[] decrypt(long number, byte[] packed, byte[] more) throws DamagedArchive {
        try {
            Cipher aead = idle.poll();
            if (aead == null) {
                aead = Cipher.getInstance(cipher);
            }
            byte[] nonce = Arrays.copyOf(nonceStart, nonceStart.length + INDEX_BYTES);
            ByteBuffer.wrap(nonce).putLong(nonceStart.length, number);
            aead.init(Cipher.DECRYPT_MODE, key, new GCMParameterSpec(8 * TAG_BYTES, nonce));
            aead.updateAAD(associated);
            aead.updateAAD(more);
            byte[] bytes = aead.doFinal(packed);
            idle.add(aead);
            return bytes;
        } catch (AEADBadTagException e) {
            throw PacketHeader.damaged(
                    Damage.AUTHENTICATION, Math.min(number, chunks) * chunkBytes);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("these ciphers are there", e);
        }
    }

    @Override
    public long size() {
        return size;
    }

    @Override
    public boolean isPastCache() {
        return body.isPastCache();
    }

    /** Wipes what is kept; the source below stays open. */
    @Override
    public void close() {
        for (int i = 0; i < recent.length(); i++) {
            Chunk chunk = recent.getAndSet(i, null);
            if (chunk != null) {
                Arrays.fill(chunk.bytes(), (byte) 0);
            }
        }
        idle.clear();
    }
}
