package app.lacuna.archive.tar;

import app.lacuna.archive.ArchiveReader;

/** Reads a TAR archive. */
public interface TarArchiveReader extends ArchiveReader {
    /** Whether its bytes come from the device, and not from what the system keeps in memory. */
    boolean isPastCache();
}
