package app.lacuna.looseends;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;

/** The bytes of a readable file: of a link what it points to. */
final class Contents {
    private Contents() {}

    static ItemKind kind(ReadableFile file) {
        return file.sort() == Sort.LINK ? ItemKind.LINK : ItemKind.FILE;
    }

    /** The caller closes it. */
    static InputStream of(ReadableFile file, Path place) throws IOException {
        return ItemContents.open(
                new FileItem(
                        place,
                        "x",
                        kind(file),
                        file.size(),
                        file.modified(),
                        FileItem.NO_PERMISSIONS));
    }
}
