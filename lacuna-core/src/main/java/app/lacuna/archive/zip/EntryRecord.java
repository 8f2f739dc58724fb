package app.lacuna.archive.zip;

import app.lacuna.crypto.AesStrength;
import java.util.Optional;

/**
 * What the headers say of one entry.
 *
 * @param method the real method; with AES the header itself says 99
 * @param aesVersion 1 or 2 (AE-1, AE-2), 0 without AES
 * @param crc CRC-32 of the contents; AE-2 keeps 0 here
 * @param unixTime seconds since 1970 from the extended timestamp, if there is one
 * @param unixMode file type and permissions, -1 where the archive does not say
 * @param headerOffset where the local header begins in the file
 * @param hidesNames whether it says that it is the one entry of an archive with hidden names
 */
record EntryRecord(
        byte[] name,
        int flags,
        int method,
        Optional<AesStrength> aes,
        int aesVersion,
        int crc,
        long packedSize,
        long size,
        int dosTime,
        Optional<Long> unixTime,
        int unixMode,
        long headerOffset,
        boolean hidesNames)
        implements DirectoryEntry {

    boolean isEncrypted() {
        return (flags & ZipConstants.FLAG_ENCRYPTED) != 0;
    }

    /** What stands in the header's method field. */
    int headerMethod() {
        return aes.isPresent() ? ZipConstants.METHOD_AES : method;
    }

    int unixType() {
        return unixMode < 0 ? 0 : unixMode & ZipConstants.TYPE_MASK;
    }

    EntryRecord withMethod(int newMethod) {
        return new EntryRecord(
                name,
                flags,
                newMethod,
                aes,
                aesVersion,
                crc,
                packedSize,
                size,
                dosTime,
                unixTime,
                unixMode,
                headerOffset,
                hidesNames);
    }

    EntryRecord withFlag(int flag) {
        return new EntryRecord(
                name,
                flags | flag,
                method,
                aes,
                aesVersion,
                crc,
                packedSize,
                size,
                dosTime,
                unixTime,
                unixMode,
                headerOffset,
                hidesNames);
    }

    @Override
    public byte[] central(Place place) {
        return HeaderWriter.central(this, place);
    }

    /** The same at another place. */
    EntryRecord at(long newHeaderOffset) {
        return new EntryRecord(
                name,
                flags,
                method,
                aes,
                aesVersion,
                crc,
                packedSize,
                size,
                dosTime,
                unixTime,
                unixMode,
                newHeaderOffset,
                hidesNames);
    }

    EntryRecord withData(int newCrc, long newPackedSize, long newSize) {
        return new EntryRecord(
                name,
                flags,
                method,
                aes,
                aesVersion,
                newCrc,
                newPackedSize,
                newSize,
                dosTime,
                unixTime,
                unixMode,
                headerOffset,
                hidesNames);
    }
}
