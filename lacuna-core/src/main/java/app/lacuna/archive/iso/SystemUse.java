package app.lacuna.archive.iso;

import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.Optional;

/** What the fields of Rock Ridge say of one directory record. */
final class SystemUse {
    /** Where one area points to the next; no record of ours needs three. */
    private static final int MAX_AREAS = 64;

    private final ByteSource source;
    private final ByteArrayOutputStream name = new ByteArrayOutputStream();
    private final StringBuilder target = new StringBuilder();
    private boolean hasName;
    private boolean isLink;
    private boolean isRelocated;
    private boolean componentGoesOn;
    private Optional<Integer> mode = Optional.empty();
    private Optional<Instant> modified = Optional.empty();
    private Optional<Long> childBlock = Optional.empty();

    private SystemUse(ByteSource source) {
        this.source = source;
    }

    /**
     * @param area what stands behind the identifier
     * @param skip how many bytes of it belong to somebody else (SUSP 5.3)
     */
    static SystemUse of(ByteSource source, ByteBuffer area, int skip) throws IOException {
        SystemUse use = new SystemUse(source);
        if (skip < area.remaining()) {
            use.read(area.slice(area.position() + skip, area.remaining() - skip));
        }
        return use;
    }

    /** Of the root's first record: how much to skip everywhere, empty without Rock Ridge. */
    static Optional<Integer> skipOf(ByteBuffer area) {
        for (int at = area.position(); at + 7 <= area.limit(); at++) {
            boolean present =
                    area.get(at) == 'S'
                            && area.get(at + 1) == 'P'
                            && (area.get(at + 4) & 0xff) == 0xBE
                            && (area.get(at + 5) & 0xff) == 0xEF;
            if (present) {
                return Optional.of(area.get(at + 6) & 0xff);
            }
        }
        return Optional.empty();
    }

    private void read(ByteBuffer first) throws IOException {
        Optional<ByteBuffer> area = Optional.of(first);
        for (int areas = 0; area.isPresent() && areas < MAX_AREAS; areas++) {
            area = readArea(area.get().order(ByteOrder.LITTLE_ENDIAN));
        }
    }

    /**
     * @return the next area
     */
    private Optional<ByteBuffer> readArea(ByteBuffer area) throws IOException {
        Optional<ByteBuffer> next = Optional.empty();
        for (int at = 0; at + 4 <= area.limit(); ) {
            String signature = "" + (char) area.get(at) + (char) area.get(at + 1);
            int length = area.get(at + 2) & 0xff;
            if (length < 4 || at + length > area.limit() || signature.equals("ST")) {
                break;
            }
            ByteBuffer field = area.slice(at, length).order(ByteOrder.LITTLE_ENDIAN);
            if (signature.equals("CE") && length >= RockRidge.POINTER_BYTES) {
                long block = field.getInt(4) & 0xffffffffL;
                long offset = field.getInt(12) & 0xffffffffL;
                int bytes = Math.min(field.getInt(20), Iso.BLOCK_BYTES);
                next =
                        bytes <= 0
                                ? Optional.empty()
                                : Optional.of(
                                        Fields.at(source, block * Iso.BLOCK_BYTES + offset, bytes));
            } else {
                take(signature, field);
            }
            at += length;
        }
        return next;
    }

    private void take(String signature, ByteBuffer field) {
        int length = field.limit();
        switch (signature) {
            case "PX" -> {
                if (length >= 12) {
                    mode = Optional.of(field.getInt(4));
                }
            }
            case "NM" -> {
                if (length >= 5 && (field.get(4) & 6) == 0) {
                    hasName = true;
                    name.write(field.array(), field.arrayOffset() + 5, length - 5);
                }
            }
            case "SL" -> link(field);
            case "TF" -> times(field);
            case "CL" -> {
                if (length >= 12) {
                    childBlock = Optional.of(field.getInt(4) & 0xffffffffL);
                }
            }
            case "RE" -> isRelocated = true;
            default -> {
                return; // nothing that is of use here
            }
        }
    }

    /** RRIP 4.1.3. */
    private void link(ByteBuffer field) {
        isLink = true;
        for (int at = 5; at + 2 <= field.limit(); ) {
            int flags = field.get(at);
            int length = field.get(at + 1) & 0xff;
            if (at + 2 + length > field.limit()) {
                return;
            }
            boolean atStart = target.length() == 0 || target.toString().equals("/");
            if (!atStart && !componentGoesOn) {
                target.append('/');
            }
            if ((flags & 8) != 0) {
                target.append('/');
            } else if ((flags & 6) != 0) {
                target.append((flags & 2) != 0 ? "." : "..");
            } else {
                byte[] part = new byte[length];
                field.get(at + 2, part);
                target.append(new String(part, StandardCharsets.UTF_8));
            }
            componentGoesOn = (flags & 1) != 0;
            at += 2 + length;
        }
    }

    /** RRIP 4.1.6: the times that there are, in the order of their bits. */
    private void times(ByteBuffer field) {
        if (field.limit() < 5) {
            return;
        }
        int flags = field.get(4);
        int each = (flags & 0x80) != 0 ? 17 : 7;
        int before = flags & 1;
        int at = 5 + before * each;
        if ((flags & 2) != 0 && at + each <= field.limit()) {
            modified = each == 7 ? DirectoryRecord.time(field, at) : longTime(field, at);
        }
    }

    private static Optional<Instant> longTime(ByteBuffer field, int at) {
        byte[] digits = new byte[16];
        field.get(at, digits);
        try {
            String text = new String(digits, StandardCharsets.US_ASCII);
            int[] parts = new int[6];
            parts[0] = Integer.parseInt(text.substring(0, 4));
            for (int i = 1; i < parts.length; i++) {
                parts[i] = Integer.parseInt(text.substring(2 + 2 * i, 4 + 2 * i));
            }
            return DirectoryRecord.instant(parts, field.get(at + 16));
        } catch (NumberFormatException | DateTimeException e) {
            return Optional.empty();
        }
    }

    Optional<String> name() {
        return hasName
                ? Optional.of(new String(name.toByteArray(), StandardCharsets.UTF_8))
                : Optional.empty();
    }

    Optional<String> target() {
        return isLink ? Optional.of(target.toString()) : Optional.empty();
    }

    Optional<Integer> permissions() {
        return mode.map(bits -> bits & 0777);
    }

    Optional<Instant> modified() {
        return modified;
    }

    /** Of a folder that has been moved, where it is. */
    Optional<Long> childBlock() {
        return childBlock;
    }

    boolean isRelocated() {
        return isRelocated;
    }
}
