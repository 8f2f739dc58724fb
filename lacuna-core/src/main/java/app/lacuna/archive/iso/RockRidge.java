package app.lacuna.archive.iso;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The fields of Rock Ridge (RRIP 1.12, section 4.1) and of the protocol that carries them (SUSP
 * 1.12, section 5), each as it stands in a directory record.
 */
final class RockRidge {
    /** Of a field, its length included; those that can be longer are split. */
    static final int MAX_FIELD_BYTES = 250;

    /** Of the field that points to where more of them are. */
    static final int POINTER_BYTES = 28;

    private static final int TYPE_FOLDER = 0040000;
    private static final int TYPE_FILE = 0100000;
    private static final int TYPE_LINK = 0120000;

    private static final int MORE = 1;
    private static final int CURRENT = 1 << 1;
    private static final int PARENT = 1 << 2;
    private static final int ROOT = 1 << 3;

    private RockRidge() {}

    private static Fields field(String signature, int length) {
        return new Fields(length)
                .raw(signature.getBytes(StandardCharsets.US_ASCII))
                .one(length)
                .one(1);
    }

    /** That the protocol is used (SUSP 5.3). */
    static byte[] present() {
        return field("SP", 7).one(0xBE).one(0xEF).one(0).bytes();
    }

    /** Which extension is used (SUSP 5.5); its words as RRIP 4.3 has them. */
    static byte[] extension() {
        byte[] id = "IEEE_P1282".getBytes(StandardCharsets.US_ASCII);
        byte[] what =
                "THE IEEE P1282 PROTOCOL PROVIDES SUPPORT FOR POSIX FILE SYSTEM SEMANTICS"
                        .getBytes(StandardCharsets.US_ASCII);
        byte[] where =
                ("PLEASE CONTACT THE IEEE STANDARDS DEPARTMENT, PISCATAWAY, NJ, USA FOR THE"
                                + " P1282 SPECIFICATION.")
                        .getBytes(StandardCharsets.US_ASCII);
        return field("ER", 8 + id.length + what.length + where.length)
                .one(id.length)
                .one(what.length)
                .one(where.length)
                .one(1)
                .raw(id)
                .raw(what)
                .raw(where)
                .bytes();
    }

    /** Where more fields are (SUSP 5.1). */
    static byte[] continuation(long block, int offset, int length) {
        return field("CE", POINTER_BYTES).both32(block).both32(offset).both32(length).bytes();
    }

    /** Type and permissions (RRIP 4.1.1). The owner is the reader. */
    static byte[] attributes(IsoNode node, int links) {
        int type =
                node instanceof IsoFolder
                        ? TYPE_FOLDER
                        : node instanceof IsoLink ? TYPE_LINK : TYPE_FILE;
        return field("PX", 44)
                .both32(type | node.permissions())
                .both32(links)
                .both32(0)
                .both32(0)
                .both32(node.serial())
                .bytes();
    }

    /** When it was modified (RRIP 4.1.6), in seconds. */
    static byte[] times(IsoNode node) {
        int modification = 1 << 1;
        return field("TF", 12).one(modification).shortTime(node.modified()).bytes();
    }

    /** The name (RRIP 4.1.4), in UTF-8, in as many fields as it takes. */
    static List<byte[]> name(String name) {
        byte[] whole = Names.utf8(name);
        List<byte[]> fields = new ArrayList<>();
        int room = MAX_FIELD_BYTES - 5;
        for (int from = 0; from < whole.length; from += room) {
            byte[] part = Arrays.copyOfRange(whole, from, Math.min(from + room, whole.length));
            int flags = from + room < whole.length ? MORE : 0;
            fields.add(field("NM", 5 + part.length).one(flags).raw(part).bytes());
        }
        return fields;
    }

    /** Where a link leads (RRIP 4.1.3), in as many fields as it takes. */
    static List<byte[]> link(String target) {
        LinkFields fields = new LinkFields();
        if (target.startsWith("/")) {
            fields.add(ROOT);
        }
        for (String part : target.split("/")) {
            if (part.equals(".") || part.equals("..")) {
                fields.add(part.length() == 1 ? CURRENT : PARENT);
            } else if (!part.isEmpty()) {
                fields.add(Names.utf8(part));
            }
        }
        return fields.finished();
    }

    /**
     * Fields for a link. Where one is full, it ends within a name if it can: some readers put no
     * slash between two fields.
     */
    private static final class LinkFields {
        private static final int ROOM = MAX_FIELD_BYTES - 5;

        /** A component of one letter. */
        private static final int LEAST = 3;

        private final List<ByteArrayOutputStream> areas = new ArrayList<>();

        LinkFields() {
            next();
        }

        private ByteArrayOutputStream area() {
            return areas.get(areas.size() - 1);
        }

        private void next() {
            areas.add(new ByteArrayOutputStream());
        }

        void add(int kind) {
            if (area().size() + 2 > ROOM) {
                next();
            }
            area().write(kind);
            area().write(0);
        }

        void add(byte[] name) {
            int from = 0;
            while (true) {
                int left = name.length - from;
                int room = ROOM - area().size() - 2;
                boolean endsNear = room - left < LEAST;
                if (left <= room && (!endsNear || left == 1)) {
                    piece(0, name, from, left);
                    return;
                }
                int here = Math.min(room, left - 1);
                if (here > 0) {
                    piece(MORE, name, from, here);
                    from += here;
                }
                next();
            }
        }

        private void piece(int flags, byte[] name, int from, int length) {
            area().write(flags);
            area().write(length);
            area().write(name, from, length);
        }

        List<byte[]> finished() {
            List<byte[]> fields = new ArrayList<>();
            for (int i = 0; i < areas.size(); i++) {
                byte[] area = areas.get(i).toByteArray();
                int flags = i < areas.size() - 1 ? MORE : 0;
                fields.add(field("SL", 5 + area.length).one(flags).raw(area).bytes());
            }
            return fields;
        }
    }

    /** Where a folder that has been moved is (RRIP 4.1.5.1). */
    static byte[] childLink(long block) {
        return field("CL", 12).both32(block).bytes();
    }

    /** Where a folder that has been moved belongs (RRIP 4.1.5.2). */
    static byte[] parentLink(long block) {
        return field("PL", 12).both32(block).bytes();
    }

    /** That a folder does not belong where it is (RRIP 4.1.5.3). */
    static byte[] relocated() {
        return field("RE", 4).bytes();
    }
}
