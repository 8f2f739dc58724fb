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
record SealedData(byte[] lead, ByteRun data, byte[] code, int crc) {
    private static final byte[] NOTHING = {};

    static SealedData open(ByteRun data, int crc) {
        return new SealedData(NOTHING, data, NOTHING, crc);
    }

    static SealedData withoutCode(byte[] lead, ByteRun data, int crc) {
        return new SealedData(lead, data, NOTHING, crc);
    }

    long length() {
        return (long) lead.length + data.length() + code.length;
    }

    void writeTo(ZipOutput out) throws IOException {
        out.write(lead);
        out.write(data.bytes(), 0, data.length());
        out.write(code);
    }
}
