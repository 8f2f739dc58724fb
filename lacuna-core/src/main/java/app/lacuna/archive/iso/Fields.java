package app.lacuna.archive.iso;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Locale;

/** Writes the kinds of fields that ECMA-119 has (sections 7 and 8.4.26). Times are in UTC. */
final class Fields {
    private final byte[] bytes;
    private int at;

    Fields(int length) {
        bytes = new byte[length];
    }

    byte[] bytes() {
        return bytes;
    }

    int position() {
        return at;
    }

    Fields to(int position) {
        at = position;
        return this;
    }

    Fields one(int value) {
        bytes[at++] = (byte) value;
        return this;
    }

    Fields raw(byte[] value) {
        System.arraycopy(value, 0, bytes, at, value.length);
        at += value.length;
        return this;
    }

    /** 7.3.1. */
    Fields little32(long value) {
        for (int i = 0; i < 4; i++) {
            one((int) (value >>> 8 * i));
        }
        return this;
    }

    /** 7.3.2. */
    Fields big32(long value) {
        for (int i = 3; i >= 0; i--) {
            one((int) (value >>> 8 * i));
        }
        return this;
    }

    /** 7.3.3. */
    Fields both32(long value) {
        return little32(value).big32(value);
    }

    Fields little16(int value) {
        return one(value).one(value >>> 8);
    }

    Fields big16(int value) {
        return one(value >>> 8).one(value);
    }

    /** 7.2.3. */
    Fields both16(int value) {
        return little16(value).big16(value);
    }

    /** Text, filled up with spaces; cut if it is too long. */
    Fields text(String text, int length, Charset charset) {
        byte[] encoded = text.getBytes(charset);
        byte[] space = " ".getBytes(charset);
        byte[] filled = new byte[length];
        for (int i = 0; i + space.length <= length; i += space.length) {
            System.arraycopy(space, 0, filled, i, space.length);
        }
        int whole = Math.min(encoded.length, length) / space.length * space.length;
        System.arraycopy(encoded, 0, filled, 0, whole);
        return raw(filled);
    }

    /** 9.1.5; also the short form of Rock Ridge. */
    Fields shortTime(Instant instant) {
        OffsetDateTime time = instant.atOffset(ZoneOffset.UTC);
        int year = Math.max(0, Math.min(255, time.getYear() - 1900));
        one(year).one(time.getMonthValue()).one(time.getDayOfMonth());
        return one(time.getHour()).one(time.getMinute()).one(time.getSecond()).one(0);
    }

    /** 8.4.26.1. */
    Fields longTime(Instant instant) {
        OffsetDateTime time = instant.atOffset(ZoneOffset.UTC);
        String digits =
                String.format(
                        Locale.ROOT,
                        "%04d%02d%02d%02d%02d%02d%02d",
                        time.getYear(),
                        time.getMonthValue(),
                        time.getDayOfMonth(),
                        time.getHour(),
                        time.getMinute(),
                        time.getSecond(),
                        time.getNano() / 10_000_000);
        return raw(digits.getBytes(StandardCharsets.US_ASCII)).one(0);
    }

    /** Not specified: sixteen zeros. */
    Fields noTime() {
        byte[] zeros = new byte[16];
        Arrays.fill(zeros, (byte) '0');
        return raw(zeros).one(0);
    }
}
