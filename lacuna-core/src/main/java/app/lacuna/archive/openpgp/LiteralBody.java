package app.lacuna.archive.openpgp;

import app.lacuna.error.Damage;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import app.lacuna.io.WindowSource;
import java.io.IOException;
import java.nio.ByteBuffer;

/** What a literal packet holds (RFC 9580, 5.9), behind its format, name and date. */
final class LiteralBody {
    private static final int DATE_BYTES = 4;

    private LiteralBody() {}

    static ByteSource of(PacketBody packet) throws IOException {
        ByteBuffer start = Fields.at(packet, 0, 2);
        if (start.remaining() < 2) {
            throw PacketHeader.damaged(Damage.CUT_SHORT, 0);
        }
        int name = start.get(1) & 0xff;
        long data = 2L + name + DATE_BYTES;
        if (data > packet.size()) {
            throw PacketHeader.damaged(Damage.CUT_SHORT, 0);
        }
        return new WindowSource(packet, data, packet.size() - data);
    }
}
