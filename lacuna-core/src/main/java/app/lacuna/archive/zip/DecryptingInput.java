package app.lacuna.archive.zip;

import app.lacuna.crypto.EncryptedStream;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.BufferInput;
import java.io.IOException;
import java.io.InputStream;

/** Decrypts an entry and, at its end, checks its authentication code. */
final class DecryptingInput extends BufferInput {
    private final InputStream in;
    private final EncryptedStream cipher;
    private final DamagedArchive onMismatch;
    private long remaining;
    private boolean checked;

    /**
     * @param length bytes of ciphertext, without the code behind it
     */
    DecryptingInput(
            InputStream in, EncryptedStream cipher, long length, DamagedArchive onMismatch) {
        this.in = in;
        this.cipher = cipher;
        this.remaining = length;
        this.onMismatch = onMismatch;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        if (length == 0) {
            return 0;
        }
        if (remaining == 0) {
            checkCode();
            return -1;
        }
        int count = in.read(bytes, offset, (int) Math.min(length, remaining));
        if (count < 0) {
            throw new DamagedArchive(Damage.CUT_SHORT, onMismatch.entry(), onMismatch.offset());
        }
        cipher.decrypt(bytes, offset, count);
        remaining -= count;
        return count;
    }

    private void checkCode() throws IOException {
        if (checked) {
            return;
        }
        checked = true;
        byte[] code = in.readNBytes(EncryptedStream.CODE_BYTES);
        if (!cipher.matches(code)) {
            throw onMismatch;
        }
    }

    @Override
    public void close() throws IOException {
        cipher.close();
        in.close();
    }
}
