package app.lacuna.archive.openpgp;

import app.lacuna.common.Secret;
import java.io.IOException;
import java.io.OutputStream;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Date;
import org.bouncycastle.bcpg.AEADAlgorithmTags;
import org.bouncycastle.bcpg.HashAlgorithmTags;
import org.bouncycastle.bcpg.S2K;
import org.bouncycastle.bcpg.SymmetricKeyAlgorithmTags;
import org.bouncycastle.openpgp.PGPEncryptedDataGenerator;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPLiteralData;
import org.bouncycastle.openpgp.PGPLiteralDataGenerator;
import org.bouncycastle.openpgp.operator.PBEKeyEncryptionMethodGenerator;
import org.bouncycastle.openpgp.operator.jcajce.JcaPGPDigestCalculatorProviderBuilder;
import org.bouncycastle.openpgp.operator.jcajce.JcePBEKeyEncryptionMethodGenerator;
import org.bouncycastle.openpgp.operator.jcajce.JcePGPDataEncryptorBuilder;

/**
 * An OpenPGP message (RFC 9580) with one literal packet, locked by a password: what is written here
 * is what whoever opens it gets. Closing it ends the message and leaves the stream below open.
 */
public final class PgpOutput extends OutputStream {
    /** Chunks of 2^16 bytes (5.13.2, where it is told less six). */
    private static final int CHUNK = 16;

    /** Of the pieces that packets of unknown length are in; a power of two (4.2.1.4). */
    private static final int PIECE_BYTES = 1 << 16;

    private final OutputStream encrypting;
    private final OutputStream literal;
    private boolean closed;

    /**
     * @param out stays open
     * @param password not kept
     */
    public PgpOutput(OutputStream out, Secret password, PgpForm form, SecureRandom random)
            throws IOException {
        this(out, password, form, random, PgpKeyCost.chosen());
    }

    PgpOutput(OutputStream out, Secret password, PgpForm form, SecureRandom random, PgpKeyCost cost)
            throws IOException {
        Library.provider();
        PGPEncryptedDataGenerator generator = new PGPEncryptedDataGenerator(cipher(form, random));
        char[] characters = PgpPassword.characters(password);
        try {
            generator.addMethod(key(characters, form, cost, random).setSecureRandom(random));
            encrypting = generator.open(out, new byte[PIECE_BYTES]);
            literal =
                    new PGPLiteralDataGenerator()
                            .open(
                                    encrypting,
                                    PGPLiteralData.BINARY,
                                    "",
                                    new Date(0),
                                    new byte[PIECE_BYTES]);
        } catch (PGPException e) {
            throw new IOException("an OpenPGP message can not be begun", e);
        } finally {
            Arrays.fill(characters, '\0');
        }
    }

    private static JcePGPDataEncryptorBuilder cipher(PgpForm form, SecureRandom random) {
        JcePGPDataEncryptorBuilder cipher =
                new JcePGPDataEncryptorBuilder(SymmetricKeyAlgorithmTags.AES_256)
                        .setSecureRandom(random);
        return form == PgpForm.CURRENT
                ? cipher.setWithAEAD(AEADAlgorithmTags.GCM, CHUNK).setUseV6AEAD()
                : cipher.setWithIntegrityPacket(true);
    }

    private static PBEKeyEncryptionMethodGenerator key(
            char[] password, PgpForm form, PgpKeyCost cost, SecureRandom random)
            throws PGPException {
        return form == PgpForm.CURRENT
                ? new JcePBEKeyEncryptionMethodGenerator(
                        password,
                        new S2K.Argon2Params(
                                cost.passes(), cost.lanes(), cost.memoryExponent(), random))
                : new JcePBEKeyEncryptionMethodGenerator(
                        password,
                        new JcaPGPDigestCalculatorProviderBuilder()
                                .build()
                                .get(HashAlgorithmTags.SHA256),
                        cost.iterationCount());
    }

    @Override
    public void write(int one) throws IOException {
        literal.write(one);
    }

    @Override
    public void write(byte[] bytes, int offset, int length) throws IOException {
        literal.write(bytes, offset, length);
    }

    @Override
    public void flush() {
        // a piece goes out when it is full
    }

    @Override
    public void close() throws IOException {
        if (closed) {
            return;
        }
        closed = true;
        literal.close();
        encrypting.close();
    }
}
