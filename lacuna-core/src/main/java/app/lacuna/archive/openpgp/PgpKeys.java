package app.lacuna.archive.openpgp;

import app.lacuna.common.Secret;
import app.lacuna.error.Damage;
import app.lacuna.error.LacunaException;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.error.WrongPassword;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import app.lacuna.io.SourceInput;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.bouncycastle.openpgp.PGPEncryptedData;
import org.bouncycastle.openpgp.PGPEncryptedDataList;
import org.bouncycastle.openpgp.PGPException;
import org.bouncycastle.openpgp.PGPPBEEncryptedData;
import org.bouncycastle.openpgp.PGPSessionKey;
import org.bouncycastle.openpgp.operator.PBEDataDecryptorFactory;
import org.bouncycastle.openpgp.operator.jcajce.JcaPGPDigestCalculatorProviderBuilder;
import org.bouncycastle.openpgp.operator.jcajce.JcePBEDataDecryptorFactoryBuilder;

/**
 * What stands before the encrypted data of a message: for each password a packet that leads to the
 * key (RFC 9580, 5.3).
 *
 * @param passwords how many of them there are
 * @param data the packet with the encrypted data
 * @param version of that packet
 */
record PgpKeys(int passwords, PacketHeader data, int version) {
    /** A message for several people has one for each; nobody has this many friends. */
    private static final int MOST = 256;

    /** Longer ones are nothing that leads to a key. */
    private static final int LARGEST = 1 << 14;

    private static final int ARMOR = '-';

    static boolean isEncrypted(ByteSource source) throws IOException {
        ByteBuffer start = Fields.at(source, 0, 3);
        if (start.remaining() < 3) {
            return false;
        }
        if (start.get(0) == ARMOR) {
            return isArmored(source);
        }
        try {
            return (start.get(0) & 0x80) != 0 && of(source).data() != null;
        } catch (UnsupportedFeature e) {
            return true; // one that is not read here
        } catch (LacunaException e) {
            return false;
        }
    }

    /** Versions 3 to 6 lead to keys (5.1, 5.3); a marker says "PGP" (5.8). */
    private static boolean isPlausible(ByteSource source, PacketHeader packet) throws IOException {
        int first = version(source, packet);
        return switch (packet.tag()) {
            case PacketHeader.PASSWORD_SESSION, PacketHeader.PUBLIC_KEY_SESSION ->
                    first >= 3 && first <= 6;
            case PacketHeader.MARKER -> first == 'P' && packet.length() == 3;
            default -> true;
        };
    }

    private static int version(ByteSource source, PacketHeader packet) throws IOException {
        ByteBuffer version = Fields.at(source, packet.body(), 1);
        if (!version.hasRemaining()) {
            throw PacketHeader.damaged(Damage.CUT_SHORT, packet.body());
        }
        return version.get() & 0xff;
    }

    private static boolean isArmored(ByteSource source) throws IOException {
        String start = "-----BEGIN PGP MESSAGE-----";
        ByteBuffer bytes = Fields.at(source, 0, start.length());
        return new String(bytes.array(), 0, bytes.limit(), StandardCharsets.US_ASCII).equals(start);
    }

    static PgpKeys of(ByteSource source) throws IOException {
        if (isArmored(source)) {
            throw new UnsupportedFeature("OpenPGP in ASCII armor", "");
        }
        long position = 0;
        int passwords = 0;
        int others = 0;
        for (int number = 0; number < MOST; number++) {
            PacketHeader packet = PacketHeader.at(source, position);
            switch (packet.tag()) {
                case PacketHeader.PASSWORD_SESSION -> {
                    KeyCost.requireBearable(source, packet);
                    passwords++;
                }
                case PacketHeader.PUBLIC_KEY_SESSION -> others++;
                case PacketHeader.MARKER, PacketHeader.PADDING -> {
                    // says nothing about passwords
                }
                case PacketHeader.PROTECTED -> {
                    if (passwords + others == 0) {
                        throw PacketHeader.damaged(Damage.DIRECTORY, position);
                    }
                    return new PgpKeys(passwords, packet, version(source, packet));
                }
                case PacketHeader.UNPROTECTED, PacketHeader.EARLIER_PROTECTED -> {
                    if (passwords + others == 0) {
                        throw PacketHeader.damaged(Damage.DIRECTORY, position);
                    }
                    throw new UnsupportedFeature("OpenPGP packet of type " + packet.tag(), "");
                }
                default -> throw PacketHeader.damaged(Damage.DIRECTORY, position);
            }
            if (packet.partial() || packet.length() > LARGEST || !isPlausible(source, packet)) {
                throw PacketHeader.damaged(Damage.DIRECTORY, position);
            }
            position = packet.body() + packet.length();
        }
        throw PacketHeader.damaged(Damage.DIRECTORY, position);
    }

    /** The current form: every chunk by itself. */
    boolean isChunked() {
        return version == 2;
    }

    PacketBody body(ByteSource source) throws IOException {
        return PacketBody.of(source, data);
    }

    /**
     * The first key that the password leads to.
     *
     * @throws WrongPassword if it leads to none
     */
    PGPSessionKey unlocked(ByteSource source, Secret password, Path file) throws IOException {
        if (passwords == 0) {
            throw new UnsupportedFeature("OpenPGP for public keys only", "");
        }
        if (version != 1 && version != 2) {
            throw new UnsupportedFeature("OpenPGP packet version " + version, "");
        }
        char[] characters = PgpPassword.characters(password);
        try {
            PBEDataDecryptorFactory factory =
                    new JcePBEDataDecryptorFactoryBuilder(
                                    new JcaPGPDigestCalculatorProviderBuilder().build())
                            .setProvider(Library.provider())
                            .build(characters);
            return unlocked(source, factory, file);
        } catch (PGPException e) {
            throw PgpMessage.asOurs(e);
        } finally {
            Arrays.fill(characters, '\0');
        }
    }

    private PGPSessionKey unlocked(ByteSource source, PBEDataDecryptorFactory factory, Path file)
            throws IOException {
        List<PGPPBEEncryptedData> locks = new ArrayList<>();
        try {
            SourceInput in = new SourceInput(source, 0, source.size());
            for (PGPEncryptedData each : new PGPEncryptedDataList(in)) {
                if (each instanceof PGPPBEEncryptedData lock) {
                    locks.add(lock);
                }
            }
        } catch (IOException | RuntimeException e) {
            throw PgpMessage.asOurs(e);
        }
        for (PGPPBEEncryptedData lock : locks) {
            try {
                PGPSessionKey key = lock.getSessionKey(factory);
                if (isChunked() || PgpStream.isFor(body(source), key)) {
                    return key;
                }
            } catch (PGPException | RuntimeException e) {
                continue; // not this one; what is damaged here is not told apart from a wrong
                // password
            }
        }
        throw new WrongPassword(file);
    }
}
