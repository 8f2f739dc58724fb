package app.lacuna.archive.zip;

import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.VolumeMissing;
import java.io.IOException;
import java.util.List;

/**
 * Finds the part of a split archive that is not the one that belongs in its place: the first entry
 * that begins in a part has to begin there. A part in which no entry begins shows itself only when
 * the entry that runs through it fails its authentication.
 */
final class VolumeCheck {
    private final ByteSource source;
    private final List<EntryRecord> records;

    VolumeCheck(ByteSource source, List<EntryRecord> records) {
        this.source = source;
        this.records = records;
    }

    void requireRightVolumes() throws IOException {
        for (int volume = 0; volume < source.volumes() && source.volumes() > 1; volume++) {
            requireRight(volume);
        }
    }

    private void requireRight(int volume) throws IOException {
        long start = source.volumeStart(volume);
        long next = source.volumeStart(volume + 1);
        long end = next < 0 ? Long.MAX_VALUE : next;
        for (EntryRecord record : records) {
            if (record.headerOffset() >= start && record.headerOffset() < end) {
                requireHeader(record, volume);
                return;
            }
        }
    }

    private void requireHeader(EntryRecord record, int volume) throws IOException {
        try {
            new LocalHeaderReader(source, record, "").dataStart();
        } catch (DamagedArchive e) {
            VolumeMissing swapped = source.swapped(volume);
            swapped.initCause(e);
            throw swapped;
        }
    }
}
