package app.lacuna.archive.zip;

import app.lacuna.cipher.AesStrength;
import app.lacuna.cipher.EntryKeys;
import app.lacuna.cipher.KeyDerivation;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.util.Arrays;

/** Reads the salt before an entry's data and derives the entry's keys from the password. */
final class PasswordCheck {
    private PasswordCheck() {}

    /** Salt and verification value. */
    static int overhead(AesStrength strength) {
        return strength.saltBytes() + EntryKeys.VERIFICATION_BYTES;
    }

    /**
     * @param fits whether the two bytes of the verification value are right: always with the right
     *     password, once in 65,536 times with a wrong one
     */
    record Result(EntryKeys keys, boolean fits) implements AutoCloseable {
        @Override
        public void close() {
            keys.close();
        }
    }

    /** The caller closes the result. */
    static Result check(
            ByteSource source, long dataStart, AesStrength strength, KeyDerivation password)
            throws IOException {
        ByteBuffer in = Fields.at(source, dataStart, overhead(strength));
        byte[] salt = new byte[strength.saltBytes()];
        byte[] stored = new byte[EntryKeys.VERIFICATION_BYTES];
        if (in.remaining() == salt.length + stored.length) {
            in.get(salt).get(stored);
        }
        synchronized (password) {
            EntryKeys keys = EntryKeys.derive(password, strength, salt);
            return new Result(keys, Arrays.equals(stored, keys.verificationValue()));
        }
    }
}
