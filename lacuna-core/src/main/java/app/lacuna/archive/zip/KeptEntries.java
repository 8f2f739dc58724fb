package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.KeepingWatch;
import app.lacuna.archive.KeptEntry;
import app.lacuna.archive.Protection;
import app.lacuna.archive.Sealing;
import app.lacuna.cipher.EntryKeys;
import app.lacuna.cipher.TraditionalCipher;
import app.lacuna.failure.Damage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.pipeline.Batches;
import app.lacuna.pipeline.InOrder;
import app.lacuna.pipeline.Workers;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.Comparator;
import java.util.List;
import java.util.function.LongConsumer;

/**
 * Appends entries of an older archive to a new one, in their order: small ones by several workers
 * at once ({@link KeptShare}), large ones as they come, a buffer at a time.
 */
final class KeptEntries {
    private static final int BUFFER_BYTES = 1 << 17;

    private final ZipOutput out;
    private final ZipReader source;
    private final EntrySealing sealing;
    private final Sealing how;
    private final KeepingWatch watch;

    KeptEntries(
            ZipOutput out,
            ZipReader source,
            EntrySealing sealing,
            Sealing how,
            KeepingWatch watch) {
        if (how == Sealing.ANEW && !sealing.isNone() && sealing.strength().isEmpty()) {
            throw new IllegalArgumentException("nothing is sealed anew by a weak scheme");
        }
        this.out = out;
        this.source = source;
        this.sealing = sealing;
        this.how = how;
        this.watch = watch;
    }

    void add(List<KeptEntry> entries, Workers workers, List<DirectoryEntry> written)
            throws IOException {
        copyWhatStandsBefore();
        List<KeptEntry> inOrder =
                entries.stream()
                        .sorted(Comparator.comparingInt((KeptEntry kept) -> kept.entry().index()))
                        .toList();
        RawDirectory directory = source.directory();
        List<ArchiveEntry> inside = source.listing().entries();
        long limit = 8L * SmallEntries.MAX_BYTES;
        try (InOrder<List<KeptShare.Ready>> order =
                new InOrder<>(workers, limit, ready -> append(ready, written))) {
            Batches<KeptPiece> batches =
                    new Batches<>((share, bytes) -> order.submit(bytes, share(share)));
            for (KeptEntry kept : inOrder) {
                watch.check();
                ArchiveEntry entry = inside.get(kept.entry().index());
                EntryRecord record = source.record(entry);
                KeptPiece piece =
                        new KeptPiece(
                                kept, entry, record, directory.at(entry.index()), sealingOf(entry));
                batches.add(piece, piece.isSmall() ? record.packedSize() : 0);
            }
            batches.flush();
            order.finish();
        }
    }

    /** What is open and stays open is copied; so are folders, which have nothing to protect. */
    private Sealing sealingOf(ArchiveEntry entry) {
        boolean open = entry.protection() == Protection.NONE;
        boolean stays = sealing.isNone() || entry.kind() == ItemKind.FOLDER;
        return open && stays ? Sealing.AS_IT_IS : how;
    }

    /** Salts are drawn here, in the order of the entries. */
    private KeptShare share(List<KeptPiece> pieces) {
        List<byte[]> salts = pieces.stream().map(piece -> sealing.newSalt()).toList();
        return new KeptShare(pieces, salts, source, sealing, watch);
    }

    /** Some archives begin with something else, a program for example: it stays there. */
    private void copyWhatStandsBefore() throws IOException {
        boolean first = out.canGoBack() && out.position() == 0 && source.source().volumes() == 1;
        long start =
                source.listing().entries().stream()
                        .mapToLong(entry -> source.record(entry).headerOffset())
                        .min()
                        .orElse(0);
        if (first && start > 0) {
            copy(0, start, "", count -> {});
        }
    }

    private void append(List<KeptShare.Ready> share, List<DirectoryEntry> written)
            throws IOException {
        for (KeptShare.Ready ready : share) {
            watch.check();
            KeptPiece piece = ready.piece();
            if (ready.bytes().isPresent()) {
                KeptShare.Bytes bytes = ready.bytes().get();
                long at = begin(bytes.local());
                bytes.data().writeTo(out);
                written.add(bytes.header().at(at));
            } else {
                written.add(piece.sealing() == Sealing.ANEW ? sealLarge(piece) : copyLarge(piece));
            }
            watch.onKept(piece.kept());
        }
    }

    private long begin(byte[] local) throws IOException {
        out.keepTogether(local.length);
        long at = out.position();
        out.write(local);
        return at;
    }

    private KeptHeader copyLarge(KeptPiece piece) throws IOException {
        EntryRecord record = piece.record();
        long start = source.dataStart(piece.entry());
        long at = begin(piece.local(source.source()).toBytes());
        long length = record.packedSize() + DescriptorLength.behind(source.source(), start, record);
        copy(start, length, piece.entry().path(), count -> watch.onBytes(piece.kept(), count));
        return new KeptHeader(
                piece.renamed(piece.central()).toBytes(),
                record.crc(),
                record.packedSize(),
                record.size(),
                at);
    }

    private void copy(long start, long length, String path, LongConsumer onCopied)
            throws IOException {
        byte[] buffer = new byte[BUFFER_BYTES];
        try (SourceInput in = new SourceInput(source.source(), start, length)) {
            for (long done = 0; done < length; ) {
                watch.check();
                int count = in.readNBytes(buffer, 0, (int) Math.min(buffer.length, length - done));
                if (count == 0) {
                    throw new DamagedArchive(Damage.CUT_SHORT, path, start + done);
                }
                out.write(buffer, 0, count);
                done += count;
                onCopied.accept(count);
            }
        }
    }

    /**
     * Under AES all that the local header says is known before. Without, the checksum may not be:
     * AE-2 does not tell it.
     */
    private KeptHeader sealLarge(KeptPiece piece) throws IOException {
        EntryRecord record = piece.record();
        boolean aes = sealing.strength().isPresent();
        boolean crcKnown = aes || record.aesVersion() != 2;
        boolean descriptor = !crcKnown && !out.canGoBack();
        long packed = packedSizeAnew(record);
        int flag = descriptor ? ZipConstants.FLAG_DATA_DESCRIPTOR : 0;
        RawHeader local =
                piece.local(source.source()).setProtection(record.method(), sealing.strength());
        local.setFlags(local.flags() | flag);
        local.setLocalData(aes ? 0 : record.crc(), packed, record.size());
        long at = begin(local.toBytes());
        int crc = sealData(piece);
        int headerCrc = aes ? 0 : crc;
        if (descriptor) {
            boolean zip64 = packed >= ZipConstants.MAX_32 || record.size() >= ZipConstants.MAX_32;
            EntryRecord full = record.withData(crc, packed, record.size());
            out.write(HeaderWriter.descriptor(full, zip64));
        } else if (!crcKnown) {
            out.patch(at, local.setLocalData(crc, packed, record.size()).toBytes());
        }
        RawHeader central =
                piece.renamed(piece.central()).setProtection(record.method(), sealing.strength());
        central.setFlags(central.flags() | flag);
        return new KeptHeader(central.toBytes(), headerCrc, packed, record.size(), at);
    }

    private long packedSizeAnew(EntryRecord record) {
        long before =
                record.isEncrypted()
                        ? record.aes()
                                .map(EncryptedStart.Aes::overhead)
                                .orElse(TraditionalCipher.HEADER_BYTES)
                        : 0;
        return record.packedSize()
                - before
                + sealing.strength().map(EncryptedStart.Aes::overhead).orElse(0);
    }

    private int sealData(KeptPiece piece) throws IOException {
        try (EntrySink sink = openSink();
                InputStream in = source.openWithPacked(piece.entry(), counted(piece, sink))) {
            int crc = KeptShare.checksum(in, watch);
            sink.finish();
            return crc;
        }
    }

    private OutputStream counted(KeptPiece piece, EntrySink sink) {
        OutputStream to = sink.asStream();
        return new OutputStream() {
            @Override
            public void write(int one) throws IOException {
                to.write(one);
            }

            @Override
            public void write(byte[] bytes, int offset, int length) throws IOException {
                to.write(bytes, offset, length);
                watch.onBytes(piece.kept(), length);
            }
        };
    }

    private EntrySink openSink() throws IOException {
        if (sealing.isNone()) {
            return EntrySink.open(out);
        }
        byte[] salt = sealing.newSalt();
        try (EntryKeys keys = sealing.keys(List.of(salt)).get(0)) {
            return EntrySink.aes(out, keys, salt);
        }
    }
}
