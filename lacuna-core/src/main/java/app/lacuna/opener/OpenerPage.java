package app.lacuna.opener;

import app.lacuna.common.CancelToken;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.function.LongConsumer;

/**
 * Writes the page. It depends on nothing but the version of the program, and the archive if that is
 * inside, so that everybody who has the version can tell what its SHA-256 has to be.
 */
public final class OpenerPage {
    /** Of the archive inside: browsers, and those who pass mail on, take this without trouble. */
    public static final long OFFERED_BYTES = 50_000_000;

    /** Beyond this a page is more than browsers like to hold (tried here, no source). */
    public static final long MOST_BYTES = 250_000_000;

    /** More than the page alone has. */
    public static final long ALONE_BYTES = 160_000;

    /** What is decoded in one go; a multiple of three, so that the pieces need no filling. */
    private static final int PIECE_BYTES = 3 << 18;

    private final PageText text = new PageText();

    /** The page alone, which asks for the archive. The stream stays open. */
    public void write(OutputStream out) throws IOException {
        out.write(bytes(text.before()));
        out.write(bytes(text.after()));
    }

    /**
     * The page with an archive inside. The stream stays open.
     *
     * @param parts the files of the archive in their order
     * @param watch is told how many bytes more have gone in
     */
    public void write(List<Path> parts, OutputStream out, LongConsumer watch, CancelToken cancel)
            throws IOException {
        out.write(bytes(text.before()));
        for (Path part : parts) {
            try (InputStream in = Files.newInputStream(part)) {
                embed(part.getFileName().toString(), in, out, watch, cancel);
            }
        }
        out.write(bytes(text.after()));
    }

    private static void embed(
            String name, InputStream in, OutputStream out, LongConsumer watch, CancelToken cancel)
            throws IOException {
        byte[] piece = new byte[PIECE_BYTES];
        int count;
        while ((count = in.readNBytes(piece, 0, piece.length)) > 0) {
            cancel.check();
            out.write(bytes("<script type=\"text/plain\" data-part=\""));
            out.write(bytes(PageText.escaped(name)));
            out.write(bytes("\">"));
            out.write(Base64.getEncoder().encode(Arrays.copyOf(piece, count)));
            out.write(bytes("</script>\n"));
            watch.accept(count);
        }
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
