package app.lacuna.archive.iso;

import java.util.ArrayList;
import java.util.List;

/**
 * Splits the fields of a directory record into those that fit and those that stand elsewhere, in an
 * area behind the directories. Measuring and writing ask in the same order and get the same places.
 */
final class Continuations {
    private final long firstBlock;
    private final boolean keeps;
    private final List<byte[]> pieces = new ArrayList<>();
    private long used;

    /** Only tells how much is needed. */
    static Continuations measuring() {
        return new Continuations(0, false);
    }

    static Continuations at(long firstBlock) {
        return new Continuations(firstBlock, true);
    }

    private Continuations(long firstBlock, boolean keeps) {
        this.firstBlock = firstBlock;
        this.keeps = keeps;
    }

    /**
     * @param room in the record
     * @return what stands in the record
     */
    byte[] split(List<byte[]> fields, int room) {
        int all = length(fields);
        if (all <= room) {
            return joined(fields);
        }
        int fit = fitting(fields, room - RockRidge.POINTER_BYTES);
        byte[] pointer = stored(fields.subList(fit, fields.size()));
        List<byte[]> here = new ArrayList<>(fields.subList(0, fit));
        here.add(pointer);
        return joined(here);
    }

    /** Puts fields into the area, and says where. What does not fit into a block comes later. */
    private byte[] stored(List<byte[]> fields) {
        int all = length(fields);
        boolean fits = all <= Iso.BLOCK_BYTES;
        int fit = fits ? fields.size() : fitting(fields, Iso.BLOCK_BYTES - RockRidge.POINTER_BYTES);
        List<byte[]> here = new ArrayList<>(fields.subList(0, fit));
        int length = fits ? all : length(here) + RockRidge.POINTER_BYTES;
        int left = (int) (Iso.BLOCK_BYTES - used % Iso.BLOCK_BYTES);
        if (length > left) {
            add(new byte[left]);
        }
        long at = used;
        int place = pieces.size();
        add(new byte[length]);
        if (!fits) {
            here.add(stored(fields.subList(fit, fields.size())));
        }
        if (keeps) {
            pieces.set(place, joined(here));
        }
        return RockRidge.continuation(
                firstBlock + at / Iso.BLOCK_BYTES, (int) (at % Iso.BLOCK_BYTES), length);
    }

    private void add(byte[] piece) {
        used += piece.length;
        if (keeps) {
            pieces.add(piece);
        }
    }

    private static int fitting(List<byte[]> fields, int room) {
        int fit = 0;
        int length = 0;
        while (fit < fields.size() && length + fields.get(fit).length <= room) {
            length += fields.get(fit).length;
            fit++;
        }
        return fit;
    }

    private static int length(List<byte[]> fields) {
        return fields.stream().mapToInt(field -> field.length).sum();
    }

    private static byte[] joined(List<byte[]> fields) {
        Fields joined = new Fields(length(fields));
        fields.forEach(joined::raw);
        return joined.bytes();
    }

    long blocks() {
        return Iso.blocks(used);
    }

    /** In their order, without the filling at the end. */
    List<byte[]> pieces() {
        return pieces;
    }
}
