package app.lacuna.archive.zip;

import app.lacuna.selection.FileItem;
import app.lacuna.selection.LeftOut;

/** What a worker has made of one item. */
sealed interface PackedItem {
    FileItem item();

    /**
     * Ready to be appended.
     *
     * @param item as it was when it was read
     * @param steady whether it stayed the same meanwhile
     * @param entry complete but for its place
     */
    record Ready(FileItem item, boolean steady, EntryRecord entry, EncryptedData data)
            implements PackedItem {}

    /** Too large for memory: to be packed in blocks when its turn comes. */
    record Large(FileItem item) implements PackedItem {}

    record NotReadable(FileItem item, LeftOut.Reason reason) implements PackedItem {}
}
