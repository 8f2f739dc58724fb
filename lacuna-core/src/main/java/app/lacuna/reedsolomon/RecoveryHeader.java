package app.lacuna.reedsolomon;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.LongStream;
import java.util.zip.CRC32;

/**
 * What a recovery file is and where its parts are, as it stands in one sector. The file is: this
 * header, the checksums, the header, parity, the header, the checksums once more, the header. Since
 * version 2 two more copies of the header are in the system area of the disc (ECMA-119, section
 * 6.2.1), far from the others, and a stripe is all sectors of the disc whose numbers have the same
 * remainder: so a scratch across the border of data and parity hits no stripe more often than one
 * within them.
 *
 * @param version of the format, 1 or 2
 * @param setId the same on all discs of a set, another one for each set
 * @param disc the number of the disc, from 1
 * @param discs how many there are, those for recovery included
 * @param stripes how many sectors each shard has
 * @param protectedSectors how many sectors of this disc, from its first on, are covered
 * @param fileSector where on the disc this file begins
 * @param paritySectors how many sectors of parity this file has
 * @param lengths on a disc for recovery, how many sectors of each other disc are covered
 */
public record RecoveryHeader(
        int version,
        Kind kind,
        SetId setId,
        int disc,
        int discs,
        int dataShards,
        int parityShards,
        long stripes,
        long protectedSectors,
        long fileSector,
        long paritySectors,
        List<Long> lengths) {
    static final int CHECKSUMS_IN_SECTOR = 511;
    static final int CHECKED_BYTES = Sector.BYTES - 4;

    private static final byte[] MAGIC = "LACUREC1".getBytes(StandardCharsets.US_ASCII);
    static final int VERSION = 2;
    private static final int FIRST_VERSION = 1;

    /** In the system area, which has 16 sectors. */
    private static final long[] FRONT = {4, 12};

    private static final int LENGTHS_AT = 86;
    private static final int HEADERS = 4;

    /** No disc has more; whoever claims it wants memory. */
    private static final long MOST_SECTORS = 1L << 26;

    /** What the file is there for. */
    public enum Kind {
        /** For the disc that it is on. */
        THIS_DISC(1),
        /** The disc can be worked out of the other discs of its set. */
        OF_A_SET(2),
        /** Other discs can be worked out with this one. */
        FOR_A_SET(3);

        private final int number;

        Kind(int number) {
            this.number = number;
        }
    }

    /** Sixteen random bytes. */
    public record SetId(long high, long low) {}

    public RecoveryHeader {
        lengths = List.copyOf(lengths);
    }

    Code code() {
        return new Code(dataShards, parityShards);
    }

    private long checkedSectors() {
        return protectedSectors + paritySectors;
    }

    long tableSectors() {
        return (checkedSectors() + CHECKSUMS_IN_SECTOR - 1) / CHECKSUMS_IN_SECTOR;
    }

    long firstTable() {
        return fileSector + 1;
    }

    long firstParity() {
        return firstTable() + tableSectors() + 1;
    }

    long secondTable() {
        return firstParity() + paritySectors + 1;
    }

    /** Where the header stands. */
    long[] headers() {
        long[] inFile = {
            fileSector, firstParity() - 1, secondTable() - 1, secondTable() + tableSectors()
        };
        return LongStream.concat(Arrays.stream(front()), Arrays.stream(inFile)).toArray();
    }

    /** Before the data: they are covered themselves, so they are written first. */
    long[] front() {
        return version >= VERSION
                ? Arrays.stream(FRONT).filter(place -> place < fileSector).toArray()
                : new long[0];
    }

    /** Where the header may stand without knowing anything of the disc. */
    static long[] possibleFront() {
        return FRONT.clone();
    }

    /**
     * Where the sector of a parity shard is among all parity sectors of the disc.
     *
     * @param row of the shard, from 0
     */
    long paritySector(int row, long stripe) {
        boolean rotated = version >= VERSION && kind == Kind.THIS_DISC;
        long place = rotated ? Math.floorMod(stripe - firstParity(), stripes) : stripe;
        return row * stripes + place;
    }

    /** How long the file is. */
    public long fileSectors() {
        return HEADERS + 2 * tableSectors() + paritySectors;
    }

    /** The same in bytes. */
    public long fileBytes() {
        return fileSectors() * Sector.BYTES;
    }

    /** A stretch of lost bytes on this disc that is certain to be repaired, wherever it is. */
    public long longestScratchBytes() {
        return kind == Kind.THIS_DISC ? parityShards * stripes * Sector.BYTES : 0;
    }

    byte[] toBytes() {
        byte[] sector = new byte[Sector.BYTES];
        ByteBuffer out = ByteBuffer.wrap(sector).order(ByteOrder.LITTLE_ENDIAN);
        out.put(MAGIC).putShort((short) version).put((byte) kind.number).put((byte) 0);
        out.order(ByteOrder.BIG_ENDIAN).putLong(setId.high()).putLong(setId.low());
        out.order(ByteOrder.LITTLE_ENDIAN).putShort((short) disc).putShort((short) discs);
        out.putShort((short) dataShards).putShort((short) parityShards).putLong(stripes);
        out.putLong(protectedSectors).putLong(fileSector).putLong(tableSectors());
        out.putLong(paritySectors).putLong(fileSectors()).putShort((short) lengths.size());
        lengths.forEach(out::putLong);
        return sealed(sector);
    }

    /** With its own checksum at the end. */
    static byte[] sealed(byte[] sector) {
        ByteBuffer.wrap(sector)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putInt(CHECKED_BYTES, checksum(sector));
        return sector;
    }

    static boolean isSealed(byte[] sector) {
        int said = ByteBuffer.wrap(sector).order(ByteOrder.LITTLE_ENDIAN).getInt(CHECKED_BYTES);
        return said == checksum(sector);
    }

    private static int checksum(byte[] sector) {
        CRC32 crc = new CRC32();
        crc.update(sector, 0, CHECKED_BYTES);
        return (int) crc.getValue();
    }

    /** Empty if it is not one, or makes no sense. */
    static Optional<RecoveryHeader> of(byte[] sector) {
        ByteBuffer in = ByteBuffer.wrap(sector).order(ByteOrder.LITTLE_ENDIAN);
        boolean isOne =
                Arrays.equals(sector, 0, MAGIC.length, MAGIC, 0, MAGIC.length)
                        && in.getShort(8) >= FIRST_VERSION
                        && in.getShort(8) <= VERSION
                        && isSealed(sector);
        if (!isOne) {
            return Optional.empty();
        }
        for (Kind kind : Kind.values()) {
            if (in.get(10) == kind.number) {
                return read(in, kind).filter(RecoveryHeader::makesSense);
            }
        }
        return Optional.empty();
    }

    private static Optional<RecoveryHeader> read(ByteBuffer in, Kind kind) {
        SetId id = new SetId(Long.reverseBytes(in.getLong(12)), Long.reverseBytes(in.getLong(20)));
        int count = in.getShort(84) & 0xffff;
        if (LENGTHS_AT + 8 * count > CHECKED_BYTES) {
            return Optional.empty();
        }
        List<Long> lengths = new ArrayList<>(count);
        for (int i = 0; i < count; i++) {
            lengths.add(in.getLong(LENGTHS_AT + 8 * i));
        }
        return Optional.of(
                new RecoveryHeader(
                        in.getShort(8),
                        kind,
                        id,
                        in.getShort(28) & 0xffff,
                        in.getShort(30) & 0xffff,
                        in.getShort(32) & 0xffff,
                        in.getShort(34) & 0xffff,
                        in.getLong(36),
                        in.getLong(44),
                        in.getLong(52),
                        in.getLong(68),
                        lengths));
    }

    private boolean makesSense() {
        long most = MOST_SECTORS;
        boolean counts =
                dataShards >= 1
                        && parityShards >= 1
                        && dataShards + parityShards <= Code.MAX_SHARDS
                        && disc >= 1
                        && disc <= discs;
        boolean sizes =
                stripes >= 1
                        && stripes < most
                        && protectedSectors >= 0
                        && protectedSectors < most
                        && fileSector >= 0
                        && fileSector < most
                        && paritySectors >= 0
                        && paritySectors < most;
        boolean parts =
                switch (kind) {
                    case THIS_DISC ->
                            paritySectors == parityShards * stripes
                                    && protectedSectors <= dataShards * stripes
                                    && protectedSectors <= fileSector
                                    && paritySectors <= 2 * protectedSectors + Code.MAX_SHARDS;
                    case OF_A_SET ->
                            paritySectors == 0
                                    && protectedSectors <= stripes
                                    && protectedSectors <= fileSector;
                    case FOR_A_SET ->
                            paritySectors == stripes
                                    && protectedSectors == 0
                                    && lengths.size() == dataShards
                                    && lengths.stream().allMatch(n -> n >= 0 && n <= stripes);
                };
        return counts && sizes && parts;
    }
}
