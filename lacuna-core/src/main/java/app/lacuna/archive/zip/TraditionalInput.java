package app.lacuna.archive.zip;

import app.lacuna.crypto.TraditionalCipher;
import app.lacuna.io.BufferInput;
import java.io.IOException;
import java.io.InputStream;

/** Decrypts an entry under traditional encryption; only its checksum tells whether it is right. */
final class TraditionalInput extends BufferInput {
    private final InputStream in;
    private final TraditionalCipher cipher;

    TraditionalInput(InputStream in, TraditionalCipher cipher) {
        this.in = in;
        this.cipher = cipher;
    }

    @Override
    public int read(byte[] bytes, int offset, int length) throws IOException {
        int count = in.read(bytes, offset, length);
        if (count > 0) {
            cipher.decrypt(bytes, offset, count);
        }
        return count;
    }

    @Override
    public void close() throws IOException {
        cipher.close();
        in.close();
    }
}
