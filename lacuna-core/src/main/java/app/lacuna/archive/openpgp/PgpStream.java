package app.lacuna.archive.openpgp;

import app.lacuna.error.Damage;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Drained;
import app.lacuna.io.SourceInput;
import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;
import java.util.Optional;
import org.bouncycastle.openpgp.PGPCompressedData;
import org.bouncycastle.openpgp.PGPEncryptedDataList;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPLiteralData;
import org.bouncycastle.openpgp.PGPMarker;
import org.bouncycastle.openpgp.PGPOnePassSignatureList;
import org.bouncycastle.openpgp.PGPPadding;
import org.bouncycastle.openpgp.PGPSessionKey;
import org.bouncycastle.openpgp.PGPSessionKeyEncryptedData;
import org.bouncycastle.openpgp.PGPSignatureList;
import org.bouncycastle.openpgp.jcajce.JcaPGPObjectFactory;
import org.bouncycastle.openpgp.operator.PGPDataDecryptor;
import org.bouncycastle.openpgp.operator.jcajce.JceSessionKeyDataDecryptorFactoryBuilder;

/**
 * The literal data of a message that can only be had from its beginning. What the library throws
 * becomes one of our failures; at the end the message's own check has been made, or it fails.
 */
final class PgpStream extends InputStream {
    /** Compressed data inside compressed data, and so on, is a trap. */
    private static final int DEEPEST = 4;

    /** Of the packet, before its encrypted data. */
    private static final int VERSION_BYTES = 1;

    private final InputStream literal;
    private final InputStream around;
    private final Optional<PGPSessionKeyEncryptedData> checked;
    private boolean ended;

    private PgpStream(
            InputStream literal, InputStream around, Optional<PGPSessionKeyEncryptedData> checked) {
        this.literal = literal;
        this.around = around;
        this.checked = checked;
    }

    /** Of packets that are authenticated already. */
    static InputStream inside(InputStream packets) throws IOException {
        return new PgpStream(literal(packets, 0), packets, Optional.empty());
    }

    /** Of the older form. */
    static InputStream older(InputStream message, PGPSessionKey key) throws IOException {
        try {
            PGPSessionKeyEncryptedData data =
                    new PGPEncryptedDataList(message).extractSessionKeyEncryptedData();
            InputStream packets = decrypted(data, key);
            return new PgpStream(literal(packets, 0), packets, Optional.of(data));
        } catch (PGPException | RuntimeException e) {
            throw PgpMessage.asOurs(e);
        }
    }

    private static InputStream decrypted(PGPSessionKeyEncryptedData data, PGPSessionKey key)
            throws PGPException {
        return data.getDataStream(
                new JceSessionKeyDataDecryptorFactoryBuilder()
                        .setProvider(Library.provider())
                        .build(key));
    }

    /**
     * Whether a key can be the one of an older message: its first block is random, and the last two
     * bytes of it follow once more (5.13.1). One wrong key in 65,536 passes.
     *
     * @param body of the encrypted packet
     */
    static boolean isFor(ByteSource body, PGPSessionKey key) throws IOException {
        byte[] sessionKey = key.getKey();
        try (InputStream encrypted = new SourceInput(body, VERSION_BYTES, body.size())) {
            PGPDataDecryptor decryptor =
                    new JceSessionKeyDataDecryptorFactoryBuilder()
                            .setProvider(Library.provider())
                            .build(key)
                            .createDataDecryptor(true, key.getAlgorithm(), sessionKey);
            int block = decryptor.getBlockSize();
            byte[] start = decryptor.getInputStream(encrypted).readNBytes(block + 2);
            return start.length == block + 2
                    && start[block - 2] == start[block]
                    && start[block - 1] == start[block + 1];
        } catch (PGPException | RuntimeException e) {
            return false; // such a key does not exist in this cipher
        } finally {
            Arrays.fill(sessionKey, (byte) 0);
        }
    }

    private static InputStream literal(InputStream packets, int depth) throws IOException {
        try {
            JcaPGPObjectFactory objects = new JcaPGPObjectFactory(packets);
            for (Object next = objects.nextObject(); next != null; next = objects.nextObject()) {
                if (next instanceof PGPLiteralData data) {
                    return data.getInputStream();
                }
                if (next instanceof PGPCompressedData data && depth < DEEPEST) {
                    return literal(data.getDataStream(), depth + 1);
                }
                boolean passedOver =
                        next instanceof PGPOnePassSignatureList
                                || next instanceof PGPSignatureList
                                || next instanceof PGPMarker
                                || next instanceof PGPPadding;
                if (!passedOver) {
                    throw new UnsupportedFeature("an OpenPGP message of this kind", "");
                }
            }
        } catch (PGPException | IOException | RuntimeException e) {
            throw PgpMessage.asOurs(e);
        }
        throw PacketHeader.damaged(Damage.CUT_SHORT, 0);
    }

    @Override
    public int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        if (length == 0) {
            return 0;
        }
        if (ended) {
            return -1;
        }
        try {
            int count = literal.read(bytes, offset, length);
            if (count < 0) {
                end();
            }
            return count;
        } catch (PGPException | IOException | RuntimeException e) {
            throw PgpMessage.asOurs(e);
        }
    }

    /** What stands behind the literal data belongs to what is checked. */
    private void end() throws PGPException, IOException {
        Drained.toTheEnd(around);
        if (checked.isPresent() && !checked.get().verify()) {
            throw PacketHeader.damaged(Damage.AUTHENTICATION, 0);
        }
        ended = true;
    }
}
