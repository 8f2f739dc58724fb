package app.lacuna.preview;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/**
 * Finds the one tag of Exif that matters for showing a picture (Exif 2.3, 4.6.4 A, tag 0x0112). The
 * tags are a TIFF structure (TIFF 6.0, section 2): a file of its own, or the APP1 segment of a JPEG
 * (Exif 2.3, 4.7.2), the eXIf chunk of a PNG (PNG third edition, 11.3.3.6) or the EXIF chunk of a
 * WebP file (RFC 9649, 2.7.1.5).
 */
final class Exif {
    private static final int ORIENTATION = 0x0112;
    private static final int SHORT = 3;
    private static final int TIFF_MAGIC = 42;
    private static final int BYTES_PER_TAG = 12;

    private static final byte[] JPEG = {(byte) 0xff, (byte) 0xd8};
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G'};
    private static final byte[] RIFF = {'R', 'I', 'F', 'F'};
    private static final byte[] HEADING = {'E', 'x', 'i', 'f', 0, 0};

    private Exif() {}

    /** The number that is noted; empty if there is none, or the bytes make no sense. */
    static Optional<Integer> orientation(byte[] picture) {
        try {
            ByteBuffer in = ByteBuffer.wrap(picture);
            if (starts(in, 0, JPEG)) {
                return inJpeg(in);
            }
            if (starts(in, 0, PNG)) {
                return inChunks(in, 8, "eXIf", false);
            }
            if (starts(in, 0, RIFF)) {
                return inChunks(in.order(ByteOrder.LITTLE_ENDIAN), 12, "EXIF", true);
            }
            return inTiff(in);
        } catch (IndexOutOfBoundsException | IllegalArgumentException e) {
            return Optional.empty(); // cut short, or a length that leads out of the file
        }
    }

    private static boolean starts(ByteBuffer in, int at, byte[] with) {
        return in.limit() - at >= with.length
                && Arrays.equals(in.array(), at, at + with.length, with, 0, with.length);
    }

    /** Segments up to the one where the picture itself begins (ITU-T T.81, B.1.1.4). */
    private static Optional<Integer> inJpeg(ByteBuffer in) {
        int at = JPEG.length;
        while ((in.get(at) & 0xff) == 0xff) {
            int marker = in.get(at + 1) & 0xff;
            if (marker == 0xff) {
                at++; // a fill byte
                continue;
            }
            if (marker == 0xda || marker == 0xd9) {
                return Optional.empty();
            }
            int length = in.getShort(at + 2) & 0xffff;
            if (marker == 0xe1 && starts(in, at + 4, HEADING)) {
                int tags = at + 4 + HEADING.length;
                return inTiff(in.slice(tags, Math.min(at + 2 + length, in.limit()) - tags));
            }
            at += 2 + length;
        }
        return Optional.empty();
    }

    private static Optional<Integer> inChunks(ByteBuffer in, int start, String name, boolean riff) {
        int at = start;
        while (at >= 0 && at + 8 <= in.limit()) {
            int length = in.getInt(riff ? at + 4 : at);
            byte[] kind = new byte[4];
            in.get(riff ? at : at + 4, kind);
            if (length < 0) {
                return Optional.empty();
            }
            if (name.equals(new String(kind, StandardCharsets.US_ASCII))) {
                int tags = at + 8 + (starts(in, at + 8, HEADING) ? HEADING.length : 0);
                return inTiff(in.slice(tags, at + 8 + length - tags));
            }
            at += 8 + length + (riff ? length & 1 : 4); // a PNG chunk ends with its checksum
        }
        return Optional.empty();
    }

    private static Optional<Integer> inTiff(ByteBuffer tiff) {
        ByteBuffer in = tiff.duplicate();
        int order = in.getShort(0);
        if (order != 0x4949 && order != 0x4d4d) {
            return Optional.empty();
        }
        in.order(order == 0x4949 ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
        if (in.getShort(2) != TIFF_MAGIC) {
            return Optional.empty();
        }
        int directory = in.getInt(4);
        int tags = in.getShort(directory) & 0xffff;
        for (int i = 0; i < tags; i++) {
            int at = directory + 2 + i * BYTES_PER_TAG;
            if ((in.getShort(at) & 0xffff) == ORIENTATION && in.getShort(at + 2) == SHORT) {
                return Optional.of(in.getShort(at + 8) & 0xffff);
            }
        }
        return Optional.empty();
    }
}
