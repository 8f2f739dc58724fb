package app.lacuna.archive.openpgp;

import app.lacuna.error.UnsupportedFeature;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.IOException;
import java.nio.ByteBuffer;

/**
 * What it takes to work out a key from a password: the message says so itself (RFC 9580, 3.7.1.4),
 * and may ask for more memory than any computer has.
 */
final class KeyCost {
    private static final int ARGON2 = 4;
    private static final int SALT_BYTES = 16;
    private static final int LONGEST = 32;

    /** Of passes over one MiB; the largest that RFC 9580 recommends is 2,048. */
    private static final long MOST_WORK = 16_384;

    private KeyCost() {}

    /**
     * @throws UnsupportedFeature if it is more than can be given here
     */
    static void requireBearable(ByteSource source, PacketHeader packet) throws IOException {
        ByteBuffer body = Fields.at(source, packet.body(), LONGEST);
        int version = body.hasRemaining() ? body.get() & 0xff : 0;
        int method = version >= 5 ? version == 5 ? 3 : 5 : 2;
        int last = method + SALT_BYTES + 3;
        if (body.limit() <= last || body.get(method) != ARGON2) {
            return; // other ways cost little, and what is cut is found out later
        }
        int passes = body.get(last - 2) & 0xff;
        int exponent = body.get(last) & 0xff;
        long mebibytes = exponent > 40 ? Long.MAX_VALUE : 1L << Math.max(0, exponent - 10);
        long there = Runtime.getRuntime().maxMemory() / 2 >> 20;
        if (mebibytes > there || mebibytes * Math.max(1, passes) > MOST_WORK) {
            throw new UnsupportedFeature(
                    "Argon2 with "
                            + (exponent > 40 ? "2^" + exponent + " KiB" : mebibytes + " MiB"),
                    "");
        }
    }
}
