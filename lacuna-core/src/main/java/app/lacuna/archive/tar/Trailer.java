package app.lacuna.archive.tar;

import app.lacuna.compression.Decompression;
import app.lacuna.compression.Method;
import app.lacuna.io.ByteSource;
import app.lacuna.io.Fields;
import app.lacuna.io.SourceInput;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The last file of a TAR archive that has a catalogue: it says where that is. It is alone in the
 * last frame, and always of the same length, so that it is found from the end.
 *
 * @param start where the headers of the catalogue begin in the TAR archive
 * @param packedStart where the frame that begins with them lies
 */
record Trailer(long start, long packedStart) {
    static final String PATH = ".lacuna-end";

    /** Header, one block, and the two that end the archive. */
    static final int BYTES = 4 * TarHeader.BLOCK;

    /** A frame of {@link #BYTES}, mostly zeros, is never this long. */
    private static final int LONGEST_FRAME = 4096;

    private static final Pattern TEXT =
            Pattern.compile("lacuna-catalogue 1\nat (\\d{1,18})\npacked (\\d{1,18})\n *\n");

    byte[] contents() {
        String text = "lacuna-catalogue 1\nat " + start + "\npacked " + packedStart + "\n";
        byte[] bytes = new byte[TarHeader.BLOCK];
        Arrays.fill(bytes, (byte) ' ');
        bytes[bytes.length - 1] = '\n';
        byte[] told = text.getBytes(StandardCharsets.US_ASCII);
        System.arraycopy(told, 0, bytes, 0, told.length);
        return bytes;
    }

    /** Empty if this is not one of ours. */
    static Optional<Trailer> find(ByteSource packed, Method method) throws IOException {
        long size = packed.size();
        if (method == Method.STORED) {
            return size < BYTES ? Optional.empty() : of(last(packed, BYTES));
        }
        byte[] magic = Wrapping.magic(method);
        byte[] end = last(packed, (int) Math.min(size, LONGEST_FRAME));
        for (int at = end.length - magic.length; at >= 0; at--) {
            if (Arrays.equals(magic, Arrays.copyOfRange(end, at, at + magic.length))) {
                Optional<Trailer> found =
                        unpacked(packed, method, size - end.length + at).flatMap(Trailer::of);
                if (found.isPresent()) {
                    return found;
                }
            }
        }
        return Optional.empty();
    }

    private static byte[] last(ByteSource packed, int length) throws IOException {
        byte[] bytes = new byte[length];
        Fields.at(packed, packed.size() - length, length).get(bytes);
        return bytes;
    }

    private static Optional<byte[]> unpacked(ByteSource packed, Method method, long at) {
        try (SourceInput in = new SourceInput(packed, at, packed.size() - at);
                InputStream plain = Decompression.open(method, in, -1)) {
            byte[] bytes = plain.readNBytes(BYTES + 1);
            return bytes.length == BYTES ? Optional.of(bytes) : Optional.empty();
        } catch (IOException | RuntimeException e) {
            return Optional.empty(); // it only looks like the beginning of one
        }
    }

    private static Optional<Trailer> of(byte[] bytes) {
        try {
            byte[] header = Arrays.copyOf(bytes, TarHeader.BLOCK);
            if (!TarHeader.isHeader(header) || !TarHeader.parse(header).name().equals(PATH)) {
                return Optional.empty();
            }
        } catch (MalformedTar e) {
            return Optional.empty();
        }
        String text =
                new String(bytes, TarHeader.BLOCK, TarHeader.BLOCK, StandardCharsets.US_ASCII);
        Matcher told = TEXT.matcher(text);
        return told.matches()
                ? Optional.of(
                        new Trailer(Long.parseLong(told.group(1)), Long.parseLong(told.group(2))))
                : Optional.empty();
    }
}
