package app.lacuna.proof;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.selection.FileItem;

/** What an entry is held against. */
public sealed interface Original {
    /** A file, link or folder on disk. */
    record OnDisk(FileItem item) implements Original {}

    /** An entry of an older archive, which stays open and unlocked meanwhile. */
    record InArchive(OpenedArchive reader, ArchiveEntry entry) implements Original {}
}
