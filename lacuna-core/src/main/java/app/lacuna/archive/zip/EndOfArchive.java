package app.lacuna.archive.zip;

import java.io.IOException;
import java.util.List;

/** Writes the central directory and what stands behind it. */
final class EndOfArchive {
    private EndOfArchive() {}

    static void write(ZipOutput out, List<? extends DirectoryEntry> entries, byte[] note)
            throws IOException {
        long start = out.position();
        Place first = null;
        int volume = 0;
        long inVolume = 0;
        for (DirectoryEntry entry : entries) {
            byte[] header = entry.central(out.place(entry.headerOffset()));
            out.keepTogether(header.length);
            Place place = out.place(out.position());
            if (first == null) {
                first = place;
                start = out.position();
            }
            if (place.volume() != volume) {
                volume = place.volume();
                inVolume = 0;
            }
            inVolume++;
            out.write(header);
        }
        long bytes = out.position() - start;
        out.keepTogether(EndWriter.LARGEST + note.length);
        Place end = out.place(out.position());
        if (first == null) {
            first = end;
        }
        out.write(
                EndWriter.end(
                        new EndWriter.Directory(entries.size(), bytes),
                        first,
                        end,
                        end.volume() == volume ? inVolume : 0,
                        note));
        out.finish();
    }
}
