package app.lacuna.archive.zip;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Protection;
import app.lacuna.concurrent.Batches;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.crypto.TraditionalCipher;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.io.SourceInput;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.Comparator;
import java.util.List;
import java.util.function.LongConsumer;

/**
 * Appends entries of an older archive to a new one, in their order: small ones by several workers
 * at once ({@link KeepingShare}), large ones as they come, a buffer at a time.
 */
final class EntryKeeper {
    private static final int BUFFER_BYTES = 1 << 17;

    private final ZipOutput out;
    private final ZipContents source;
    private final EntryEncryption encryption;
    private final Encryption how;
    private final KeepingWatch watch;

    EntryKeeper(
            ZipOutput out,
            ZipContents source,
            EntryEncryption encryption,
            Encryption how,
            KeepingWatch watch) {
        if (how == Encryption.ANEW && !encryption.isNone() && encryption.strength().isEmpty()) {
            throw new IllegalArgumentException("nothing is encrypted anew by a weak scheme");
        }
        this.out = out;
        this.source = source;
        this.encryption = encryption;
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
        RawDirectory directory = source.reader().directory();
        List<ArchiveEntry> inside = source.listing().entries();
        if (how == Encryption.ANEW) {
            source.expect(inOrder.stream().map(KeptEntry::entry).toList());
            encryption.expect(inOrder.size());
        }
        long limit = 8L * SmallEntries.MAX_BYTES;
        try (InOrder<List<KeepingShare.Ready>> order =
                new InOrder<>(workers, limit, ready -> append(ready, written))) {
            Batches<OlderEntry> batches =
                    new Batches<>((share, bytes) -> order.submit(bytes, share(share)));
            for (KeptEntry kept : inOrder) {
                watch.check();
                ArchiveEntry entry = inside.get(kept.entry().index());
                EntryRecord record = source.reader().record(entry);
                OlderEntry piece =
                        new OlderEntry(
                                kept,
                                entry,
                                record,
                                directory.at(entry.index()),
                                encryptionOf(entry));
                batches.add(piece, piece.isSmall() ? record.packedSize() : 0);
            }
            batches.flush();
            order.finish();
        }
    }

    /** What is open and stays open is copied; so are folders, which have nothing to protect. */
    private Encryption encryptionOf(ArchiveEntry entry) {
        boolean open = entry.protection() == Protection.NONE;
        boolean stays = encryption.isNone() || entry.kind() == ItemKind.FOLDER;
        return open && stays ? Encryption.AS_IT_IS : how;
    }

    /** Salts are drawn here, in the order of the entries. */
    private KeepingShare share(List<OlderEntry> pieces) {
        List<byte[]> salts = pieces.stream().map(piece -> encryption.newSalt()).toList();
        return new KeepingShare(pieces, salts, source, encryption, watch);
    }

    /** Some archives begin with something else, a program for example: it stays there. */
    private void copyWhatStandsBefore() throws IOException {
        boolean first =
                out.canGoBack() && out.position() == 0 && source.reader().source().volumes() == 1;
        long start =
                source.listing().entries().stream()
                        .mapToLong(entry -> source.reader().record(entry).headerOffset())
                        .min()
                        .orElse(0);
        if (first && start > 0) {
            copy(0, start, "", count -> {});
        }
    }

    private void append(List<KeepingShare.Ready> share, List<DirectoryEntry> written)
            throws IOException {
        for (KeepingShare.Ready ready : share) {
            watch.check();
            OlderEntry piece = ready.piece();
            if (ready.bytes().isPresent()) {
                KeepingShare.Bytes bytes = ready.bytes().get();
                long at = begin(bytes.local());
                bytes.data().writeTo(out);
                written.add(bytes.header().at(at));
            } else {
                written.add(
                        piece.encryption() == Encryption.ANEW
                                ? encryptLarge(piece)
                                : copyLarge(piece));
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

    private OlderHeader copyLarge(OlderEntry piece) throws IOException {
        EntryRecord record = piece.record();
        long start = source.dataStart(piece.entry());
        long at = begin(piece.local(source.reader().source()).toBytes());
        long length =
                record.packedSize()
                        + DescriptorLength.behind(source.reader().source(), start, record);
        copy(start, length, piece.entry().path(), count -> watch.onBytes(piece.kept(), count));
        return new OlderHeader(
                piece.renamed(piece.central()).toBytes(),
                record.crc(),
                record.packedSize(),
                record.size(),
                at);
    }

    private void copy(long start, long length, String path, LongConsumer onCopied)
            throws IOException {
        byte[] buffer = new byte[BUFFER_BYTES];
        try (SourceInput in = new SourceInput(source.reader().source(), start, length)) {
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
    private OlderHeader encryptLarge(OlderEntry piece) throws IOException {
        EntryRecord record = piece.record();
        boolean aes = encryption.strength().isPresent();
        boolean crcKnown = aes || record.aesVersion() != 2;
        boolean descriptor = !crcKnown && !out.canGoBack();
        long packed = packedSizeAnew(record);
        int flag = descriptor ? ZipConstants.FLAG_DATA_DESCRIPTOR : 0;
        RawHeader local =
                piece.local(source.reader().source())
                        .setProtection(record.method(), encryption.strength());
        local.setFlags(local.flags() | flag);
        local.setLocalData(aes ? 0 : record.crc(), packed, record.size());
        long at = begin(local.toBytes());
        int crc = encryptData(piece);
        int headerCrc = aes ? 0 : crc;
        if (descriptor) {
            boolean zip64 = packed >= ZipConstants.MAX_32 || record.size() >= ZipConstants.MAX_32;
            EntryRecord full = record.withData(crc, packed, record.size());
            out.write(HeaderWriter.descriptor(full, zip64));
        } else if (!crcKnown) {
            out.patch(at, local.setLocalData(crc, packed, record.size()).toBytes());
        }
        RawHeader central =
                piece.renamed(piece.central())
                        .setProtection(record.method(), encryption.strength());
        central.setFlags(central.flags() | flag);
        return new OlderHeader(central.toBytes(), headerCrc, packed, record.size(), at);
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
                + encryption.strength().map(EncryptedStart.Aes::overhead).orElse(0);
    }

    private int encryptData(OlderEntry piece) throws IOException {
        try (EntrySink sink = openSink();
                InputStream in = source.openWithPacked(piece.entry(), counted(piece, sink))) {
            int crc = KeepingShare.checksum(in, watch);
            sink.finish();
            return crc;
        }
    }

    private OutputStream counted(OlderEntry piece, EntrySink sink) {
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
        if (encryption.isNone()) {
            return EntrySink.open(out);
        }
        byte[] salt = encryption.newSalt();
        try (EntryKeys keys = encryption.keys(List.of(salt)).get(0)) {
            return EntrySink.aes(out, keys, salt);
        }
    }
}
