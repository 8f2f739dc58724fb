package app.lacuna.archive.zip;

import app.lacuna.compression.ByteRun;
import java.io.IOException;

/**
 * The data of a small entry, packed and encrypted.
 *
 * @param lead what stands before it: salt and verification value, or encryption header
 * @param code the authentication code behind it
 * @param crc what the headers say of the contents; 0 under AE-2
 */
record EncryptedData(byte[] lead, ByteRun data, byte[] code, int crc) {
    private static final byte[] NOTHING = {};

    static EncryptedData open(ByteRun data, int crc) {
        return new EncryptedData(NOTHING, data, NOTHING, crc);
    }

    static EncryptedData withoutCode(byte[] lead, ByteRun data, int crc) {
        return new EncryptedData(lead, data, NOTHING, crc);
    }

    long length() {
        return (long) lead.length + data.length() + code.length;
    }

    /** Overwrites what was not encrypted here: the archive around it may still have to be. */
    void wipe() {
        if (code.length == 0) {
            data.wipe();
        }
    }

    void writeTo(ZipOutput out) throws IOException {
        out.write(lead);
        out.write(data.bytes(), 0, data.length());
        out.write(code);
    }
}
