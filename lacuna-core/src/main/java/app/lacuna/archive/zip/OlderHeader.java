package app.lacuna.archive.zip;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;

/**
 * The central header of an entry that was taken over, but for its place.
 *
 * @param raw as the older archive has it, or with other protection or another name
 */
record OlderHeader(byte[] raw, int crc, long packedSize, long size, long headerOffset)
        implements DirectoryEntry {
    OlderHeader at(long offset) {
        return new OlderHeader(raw, crc, packedSize, size, offset);
    }

    @Override
    public byte[] central(Place place) {
        try {
            return RawHeader.central(new ByteArrayInputStream(raw))
                    .setCentralData(crc, packedSize, size, place)
                    .toBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e); // it was read before
        }
    }
}
