package app.lacuna.archive.iso;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;

/** The volume descriptors (section 8). */
final class Descriptors {
    /** UCS-2 at level 3, as Joliet has it. */
    private static final byte[] JOLIET = {'%', '/', 'E'};

    private static final String APPLICATION = "LACUNA";

    private final VolumeName name;
    private final long volumeBlocks;

    Descriptors(VolumeName name, long volumeBlocks) {
        this.name = name;
        this.volumeBlocks = volumeBlocks;
    }

    /** Of one of the two trees (8.4, 8.5). */
    byte[] of(PathTables tables, byte[] rootRecord) {
        boolean isPrimary = tables.tree().isPrimary();
        Charset charset = isPrimary ? StandardCharsets.US_ASCII : StandardCharsets.UTF_16BE;
        Fields fields = begin(isPrimary ? Iso.TYPE_PRIMARY : Iso.TYPE_SUPPLEMENTARY);
        fields.one(0).text("", 32, charset).text(name.label(), 32, charset);
        fields.to(80).both32(volumeBlocks);
        if (!isPrimary) {
            fields.raw(JOLIET);
        }
        fields.to(120).both16(name.count()).both16(name.number()).both16(Iso.BLOCK_BYTES);
        fields.both32(tables.bytes());
        fields.little32(tables.littleBlock()).little32(0);
        fields.big32(tables.bigBlock()).big32(0);
        fields.raw(rootRecord);
        fields.text(name.set(), 128, charset);
        fields.text("", 128, charset).text("", 128, charset);
        fields.text(APPLICATION, 128, charset);
        fields.text("", 37, charset).text("", 37, charset).text("", 37, charset);
        fields.longTime(name.created()).longTime(name.created()).noTime();
        fields.longTime(name.created());
        return fields.one(1).bytes();
    }

    /** The end of them (8.3). */
    static byte[] terminator() {
        return begin(Iso.TYPE_TERMINATOR).bytes();
    }

    private static Fields begin(int type) {
        byte[] id = Iso.STANDARD_ID.getBytes(StandardCharsets.US_ASCII);
        return new Fields(Iso.BLOCK_BYTES).one(type).raw(id).one(1);
    }
}
