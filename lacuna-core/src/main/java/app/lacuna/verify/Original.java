package app.lacuna.verify;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.util.function.LongConsumer;

/** What an entry is held against. */
public sealed interface Original {
    /** A file, link or folder on disk. */
    record OnDisk(FileItem item) implements Original {}

    /** An older archive that the entry was copied from without decrypting it. */
    record Copied(Copies copies) implements Original {}

    /** Holds copied entries against those that they are copies of. */
    @FunctionalInterface
    interface Copies {
        /**
         * @param onRead told how many packed bytes have been compared since it was told last
         */
        boolean isCopy(int index, LongConsumer onRead) throws IOException;
    }

    /** An entry of an older archive, which stays open and unlocked meanwhile. */
    record InArchive(OpenedArchive reader, ArchiveEntry entry) implements Original {}
}
