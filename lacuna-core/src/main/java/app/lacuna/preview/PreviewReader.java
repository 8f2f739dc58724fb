package app.lacuna.preview;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;

/** Reads an entry into memory, checks it, and finds out by its first bytes how to show it. */
public final class PreviewReader {
    /** Enough for the photographs of today's cameras. */
    public static final int MAX_BYTES = 64_000_000;

    private PreviewReader() {}

    /**
     * @throws java.util.concurrent.CancellationException when something else is wanted
     * @throws app.lacuna.error.DamagedArchive if the entry is not what was packed; nothing of it is
     *     given out then
     */
    public static Preview read(OpenedArchive reader, ArchiveEntry entry, CancelToken cancel)
            throws IOException {
        if (entry.size() > MAX_BYTES) {
            return new Preview.TooLarge(MAX_BYTES);
        }
        return of(EntryContents.read(reader, entry, MAX_BYTES, cancel), entry.name());
    }

    /** The same of a file on disk that is still to be packed. */
    public static Preview read(FileItem item) throws IOException {
        try (InputStream in = ItemContents.open(item)) {
            byte[] contents = in.readNBytes(MAX_BYTES + 1);
            int slash = item.path().lastIndexOf('/');
            return contents.length > MAX_BYTES
                    ? new Preview.TooLarge(MAX_BYTES)
                    : of(contents, item.path().substring(slash + 1));
        }
    }

    /** Takes the contents over. */
    static Preview of(byte[] contents, String name) {
        if (isPicture(contents)) {
            return new Preview.Picture(contents, Orientation.of(contents));
        }
        if (has(contents, 0, "%PDF-")) {
            return new Preview.Pdf(contents);
        }
        if (isSound(contents)) {
            return new Preview.Sound(contents);
        }
        Optional<TextGuess> text = TextGuess.of(contents);
        if (text.isEmpty()) {
            return new Preview.Bytes(new HexLines(contents));
        }
        TextPages pages = new TextPages(contents, text.get().start(), text.get().charset());
        return table(pages, name)
                .<Preview>map(table -> new Preview.Grid(table, pages))
                .orElseGet(() -> new Preview.Text(pages));
    }

    private static boolean isPicture(byte[] contents) {
        boolean webp = has(contents, 0, "RIFF") && has(contents, 8, "WEBP");
        return webp
                || has(contents, 0, "\u00ff\u00d8\u00ff") // JPEG
                || has(contents, 0, "\u0089PNG")
                || has(contents, 0, "GIF8")
                || (has(contents, 0, "BM") && has(contents, 6, "\0\0\0\0"))
                || has(contents, 0, "II*\0") // TIFF, both byte orders
                || has(contents, 0, "MM\0*");
    }

    private static boolean isSound(byte[] contents) {
        return (has(contents, 0, "RIFF") && has(contents, 8, "WAVE"))
                || (has(contents, 0, "FORM") && has(contents, 8, "AIF"))
                || has(contents, 0, ".snd");
    }

    /** Whether these bytes, each given as a character, stand there. */
    private static boolean has(byte[] contents, int offset, String signature) {
        byte[] bytes = signature.getBytes(StandardCharsets.ISO_8859_1);
        return contents.length >= offset + bytes.length
                && java.util.Arrays.equals(
                        contents, offset, offset + bytes.length, bytes, 0, bytes.length);
    }

    private static Optional<Table> table(TextPages pages, String name) {
        String lower = name.toLowerCase(Locale.ROOT);
        boolean named = lower.endsWith(".csv") || lower.endsWith(".tsv") || lower.endsWith(".tab");
        if (!named) {
            return Optional.empty();
        }
        StringBuilder beginning = new StringBuilder();
        int taken = 0;
        while (taken < pages.count() && beginning.length() < 2_000_000) {
            beginning.append(pages.page(taken++));
        }
        return Table.of(beginning.toString(), taken == pages.count());
    }
}
