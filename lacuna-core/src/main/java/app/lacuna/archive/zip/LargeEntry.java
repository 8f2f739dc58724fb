package app.lacuna.archive.zip;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.PackingWatch;
import app.lacuna.compression.Compressibility;
import app.lacuna.compression.Compressing;
import app.lacuna.compression.Method;
import app.lacuna.concurrent.Workers;
import app.lacuna.crypto.EntryKeys;
import app.lacuna.error.SourceUnreadable;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.LinkOption;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Set;

/**
 * Appends one large file. It is cut into blocks, which the workers read and pack (or, when it is
 * stored, encrypt) at the same time; what has to be done in order, the authentication code and the
 * writing, is done here while they go on.
 */
final class LargeEntry {
    /** From here on sizes get 64 bits from the start: packing may add a little to the contents. */
    private static final long ZIP64_FROM = 0xF000_0000L;

    private final ZipOutput out;
    private final PackOptions options;
    private final EntryEncryption encryption;
    private final Workers workers;
    private final EntryDrafts drafts;

    LargeEntry(ZipOutput out, PackOptions options, EntryEncryption encryption, Workers workers) {
        this.out = out;
        this.options = options;
        this.encryption = encryption;
        this.workers = workers;
        this.drafts = new EntryDrafts(options);
    }

    /**
     * @return what the central directory has to say
     * @throws SourceUnreadable if reading fails; what was written of it has to be taken back
     */
    EntryRecord write(FileItem item, PackingWatch watch) throws IOException {
        boolean zip64 = item.size() >= ZIP64_FROM;
        try (FileChannel source = open(item)) {
            EntryRecord entry = drafts.draft(item);
            if (entry.method() != ZipConstants.METHOD_STORED && !isWorthPacking(item, source)) {
                entry = entry.withMethod(ZipConstants.METHOD_STORED);
            }
            // The check byte of traditional encryption is the checksum's, known only afterwards.
            boolean traditional = entry.isEncrypted() && entry.aes().isEmpty();
            boolean patched = out.canGoBack() && !traditional;
            if (!patched) {
                entry = entry.withFlag(ZipConstants.FLAG_DATA_DESCRIPTOR);
            }
            byte[] blank = HeaderWriter.local(entry, zip64);
            out.keepTogether(blank.length);
            entry = entry.at(out.position());
            out.write(blank);
            EntryRecord full = writeData(item, source, entry, watch);
            if (patched) {
                out.patch(full.headerOffset(), HeaderWriter.local(full, zip64));
            } else {
                byte[] descriptor = HeaderWriter.descriptor(full, zip64);
                out.keepTogether(descriptor.length);
                out.write(descriptor);
            }
            return full;
        }
    }

    private static FileChannel open(FileItem item) throws SourceUnreadable {
        try {
            return FileChannel.open(
                    item.source(), Set.of(StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS));
        } catch (IOException e) {
            throw new SourceUnreadable(item.source(), e);
        }
    }

    private static boolean isWorthPacking(FileItem item, FileChannel source)
            throws SourceUnreadable {
        try {
            return Compressibility.isWorthIt(source, item.size());
        } catch (IOException e) {
            throw new SourceUnreadable(item.source(), e);
        }
    }

    private EntryRecord writeData(
            FileItem item, FileChannel source, EntryRecord entry, PackingWatch watch)
            throws IOException {
        long start = out.position();
        Blocks blocks = new Blocks(item, source, workers, watch);
        EntrySink sink = openSink(entry);
        try (sink) {
            Method method = MethodCodes.method(entry.method()).orElseThrow();
            switch (method) {
                case STORED -> sink.writeStored(blocks);
                case DEFLATE -> blocks.deflated(options.level(), sink::write);
                default -> writeInOnePiece(method, item, blocks, sink);
            }
            sink.finish();
        }
        int crc = entry.aes().isPresent() ? 0 : blocks.crc();
        return entry.withData(crc, out.position() - start, blocks.size());
    }

    private EntrySink openSink(EntryRecord entry) throws IOException {
        byte[] salt = encryption.newSalt();
        if (encryption.isNone()) {
            return EntrySink.open(out);
        }
        if (encryption.strength().isEmpty()) {
            return EntrySink.traditional(out, encryption.traditional(), salt, entry.dosTime());
        }
        try (EntryKeys keys = encryption.keys(List.of(salt)).get(0)) {
            return EntrySink.aes(out, keys, salt);
        }
    }

    private void writeInOnePiece(Method method, FileItem item, Blocks blocks, EntrySink sink)
            throws IOException {
        try (OutputStream packing =
                Compressing.open(method, options.level(), item.size(), sink.asStream())) {
            blocks.plain(packing::write);
        }
    }
}
