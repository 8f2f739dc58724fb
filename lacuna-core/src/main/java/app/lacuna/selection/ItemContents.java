package app.lacuna.selection;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;

/** The bytes of an item as they are on disk now. Originals are only ever opened for reading. */
public final class ItemContents {
    private ItemContents() {}

    /** A link that has taken the place of a file is not followed. The caller closes the stream. */
    public static InputStream open(FileItem item) throws IOException {
        return switch (item.kind()) {
            case FILE -> Files.newInputStream(item.source(), LinkOption.NOFOLLOW_LINKS);
            case LINK -> new ByteArrayInputStream(ItemReader.linkTarget(item.source()));
            case FOLDER -> InputStream.nullInputStream();
        };
    }
}
