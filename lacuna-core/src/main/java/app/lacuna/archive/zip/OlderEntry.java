package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.io.ByteSource;
import app.lacuna.selection.ItemKind;
import java.io.IOException;

/**
 * An entry on its way from an older archive into a new one.
 *
 * @param kept what was asked for
 * @param entry the same in the archive that really has it, which may be one inside another
 * @param record what its headers say there
 * @param central its central header there
 */
record OlderEntry(
        KeptEntry kept,
        ArchiveEntry entry,
        EntryRecord record,
        RawHeader central,
        Encryption encryption) {

    /** Larger ones are never in memory as a whole. */
    boolean isSmall() {
        return record.packedSize() <= SmallEntries.MAX_BYTES;
    }

    /** The local header of the older archive, with the new name if there is one. */
    RawHeader local(ByteSource source) throws IOException {
        return renamed(RawHeader.local(source, record.headerOffset(), entry.path()));
    }

    RawHeader renamed(RawHeader header) {
        return renamed(kept, entry, header);
    }

    static RawHeader renamed(KeptEntry kept, ArchiveEntry entry, RawHeader header) {
        if (!kept.isMoved()) {
            return header;
        }
        boolean folder = entry.kind() == ItemKind.FOLDER;
        return header.setName(folder ? kept.path() + "/" : kept.path());
    }
}
