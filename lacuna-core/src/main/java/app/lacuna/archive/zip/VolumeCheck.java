package app.lacuna.archive.zip;

import app.lacuna.error.DamagedArchive;
import app.lacuna.error.VolumeMissing;
import app.lacuna.io.ByteSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Finds the part of a split archive that is not the one that belongs in its place: the first entry
 * that begins in a part has to begin there, in the archive itself or in the one that it hides. A
 * part that lies wholly inside one large file shows itself only when that file is authenticated.
 */
final class VolumeCheck {
    private final ByteSource source;
    private final List<EntryRecord> records;

    VolumeCheck(ByteSource source, List<EntryRecord> records) {
        this.source = source;
        this.records = records;
    }

    void requireRightVolumes() throws IOException {
        if (source.parts() == 1) {
            return;
        }
        List<EntryRecord> inOrder = new ArrayList<>(records);
        inOrder.sort(Comparator.comparingLong(EntryRecord::headerOffset));
        int next = 0;
        for (int part = 0; part < source.parts(); part++) {
            long start = source.partStart(part);
            boolean last = part == source.parts() - 1;
            long end = last ? Long.MAX_VALUE : source.partStart(part + 1);
            while (next < inOrder.size() && inOrder.get(next).headerOffset() < start) {
                next++;
            }
            boolean begins = next < inOrder.size() && inOrder.get(next).headerOffset() < end;
            if (begins && source.isThere(start, end - start)) {
                requireHeader(inOrder.get(next), part);
            }
        }
    }

    private void requireHeader(EntryRecord record, int volume) throws IOException {
        try {
            new LocalHeaderReader(source, record, "").dataStart(EntryStreams.Sizes.IN_BOTH_HEADERS);
        } catch (DamagedArchive e) {
            VolumeMissing swapped = source.swapped(volume);
            swapped.initCause(e);
            throw swapped;
        }
    }
}
