package app.lacuna.archive.tar;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Extended header records (POSIX.1-2001, pax, "pax Extended Header"): each "length keyword=value"
 * and a line end, where the length counts itself. Values are bytes: those of attributes need not be
 * text.
 */
final class PaxRecords {
    private final Map<String, byte[]> records = new LinkedHashMap<>();

    /** Later ones replace earlier ones; an empty value takes one away. */
    static PaxRecords parse(byte[] block) throws MalformedTar {
        PaxRecords parsed = new PaxRecords();
        int at = 0;
        while (at < block.length && block[at] != 0) {
            int blank = at;
            long length = 0;
            while (blank < block.length && block[blank] != ' ') {
                int digit = block[blank] - '0';
                length = 10 * length + digit;
                if (digit < 0 || digit > 9 || length > block.length) {
                    throw new MalformedTar();
                }
                blank++;
            }
            int end = (int) (at + length) - 1;
            int equals = blank + 1;
            while (equals < block.length && block[equals] != '=') {
                equals++;
            }
            if (length < 5 || end >= block.length || block[end] != '\n' || equals >= end) {
                throw new MalformedTar();
            }
            String keyword =
                    new String(block, blank + 1, equals - blank - 1, StandardCharsets.UTF_8);
            parsed.put(keyword, Arrays.copyOfRange(block, equals + 1, end));
            at = end + 1;
        }
        return parsed;
    }

    void put(String keyword, byte[] value) {
        if (value.length == 0) {
            records.remove(keyword);
        } else {
            records.put(keyword, value);
        }
    }

    void put(String keyword, String value) {
        put(keyword, value.getBytes(StandardCharsets.UTF_8));
    }

    /** What the others say is said last. */
    PaxRecords and(PaxRecords others) {
        PaxRecords both = new PaxRecords();
        both.records.putAll(records);
        both.records.putAll(others.records);
        return both;
    }

    Map<String, byte[]> all() {
        return records;
    }

    boolean isEmpty() {
        return records.isEmpty();
    }

    Optional<String> text(String keyword) {
        return Optional.ofNullable(records.get(keyword)).map(TarText::of);
    }

    byte[] bytes() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        records.forEach(
                (keyword, value) -> {
                    byte[] name = keyword.getBytes(StandardCharsets.UTF_8);
                    int rest = name.length + value.length + 3;
                    int length = rest + 1;
                    while (String.valueOf(length).length() + rest != length) {
                        length = String.valueOf(length).length() + rest;
                    }
                    out.writeBytes((length + " ").getBytes(StandardCharsets.US_ASCII));
                    out.writeBytes(name);
                    out.write('=');
                    out.writeBytes(value);
                    out.write('\n');
                });
        return out.toByteArray();
    }
}
