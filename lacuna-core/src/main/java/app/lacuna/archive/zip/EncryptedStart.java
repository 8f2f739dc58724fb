package app.lacuna.archive.zip;

import app.lacuna.crypto.AesStrength;
import app.lacuna.crypto.EncryptedStream;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.TraditionalCipher;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;

/** What stands before the data of an encrypted entry. */
final class EncryptedStart {
    private EncryptedStart() {}

    /** Salt and verification value. */
    record Aes(AesStrength strength, byte[] salt, byte[] verificationValue) {
        static int length(AesStrength strength) {
            return strength.saltBytes() + EntryKeys.VERIFICATION_BYTES;
        }

        /** What encryption adds to the data, before and behind it. */
        static int overhead(AesStrength strength) {
            return length(strength) + EncryptedStream.CODE_BYTES;
        }

        /** What is missing at the end of the file is taken for zeros, and fits nothing. */
        static Aes read(ByteSource source, long dataStart, AesStrength strength)
                throws IOException {
            ByteBuffer in = Fields.at(source, dataStart, length(strength));
            byte[] salt = new byte[strength.saltBytes()];
            byte[] value = new byte[EntryKeys.VERIFICATION_BYTES];
            if (in.remaining() == salt.length + value.length) {
                in.get(salt).get(value);
            }
            return new Aes(strength, salt, value);
        }

        /** Always with the right password, once in 65,536 times with a wrong one. */
        boolean fits(EntryKeys keys) {
            return Arrays.equals(verificationValue, keys.verificationValue());
        }
    }

    /** Reads the encryption header of traditional encryption, which brings the cipher forward. */
    static boolean fits(
            ByteSource source, long dataStart, EntryRecord entry, TraditionalCipher cipher)
            throws IOException {
        ByteBuffer in = Fields.at(source, dataStart, TraditionalCipher.HEADER_BYTES);
        byte[] header = new byte[TraditionalCipher.HEADER_BYTES];
        in.get(header, 0, in.remaining());
        cipher.decrypt(header, 0, header.length);
        int check = header[header.length - 1] & 0xff;
        boolean descriptor = (entry.flags() & ZipConstants.FLAG_DATA_DESCRIPTOR) != 0;
        return check == entry.crc() >>> 24
                || (descriptor && check == (entry.dosTime() >>> 8 & 0xff));
    }
}
