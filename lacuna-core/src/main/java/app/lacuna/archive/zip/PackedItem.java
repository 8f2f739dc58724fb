package app.lacuna.archive.zip;

import app.lacuna.compression.ByteRun;
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
     * @param lead what stands before the data: salt and verification value, or encryption header
     * @param data packed and encrypted
     * @param code the authentication code behind it
     */
    record Ready(
            FileItem item,
            boolean steady,
            EntryRecord entry,
            byte[] lead,
            ByteRun data,
            byte[] code)
            implements PackedItem {}

    /** Too large for memory: to be packed in blocks when its turn comes. */
    record Large(FileItem item) implements PackedItem {}

    record NotReadable(FileItem item, LeftOut.Reason reason) implements PackedItem {}
}
