package app.lacuna.archive.zip;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.PackingWatch;
import app.lacuna.common.Secret;
import app.lacuna.concurrent.Batches;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.SteadyReader;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Writes a ZIP archive on all processors. Workers take small items from file to ciphertext, several
 * at a time; large files are packed in blocks ({@link LargeEntry}). Entries are appended in the
 * order of the items by the thread that adds them, so the archive does not depend on timing. Memory
 * stays bounded: what is under way, and of each entry what the central directory needs.
 *
 * <p>Sizes stand before the data wherever the target can go back; where it can not (inside the
 * layered form), large entries get a data descriptor.
 */
public final class ZipWriter implements KeepingWriter {
    /** Readable for its owner. */
    private static final int OWN_TEXT = 0600;

    private final ZipOutput out;
    private final PackOptions options;
    private final EntryEncryption encryption;
    private final Workers workers;
    private final List<DirectoryEntry> written = new ArrayList<>();
    private final SteadyReader disk = new SteadyReader();
    private byte[] note;

    /**
     * @param target empty; it stays open when the writer is closed
     * @param password present exactly if the options protect; not kept
     */
    public ZipWriter(
            FileChannel target,
            PackOptions options,
            Optional<Secret> password,
            SecureRandom random) {
        this(new ChannelOutput(target), options, password, random);
    }

    ZipWriter(ZipOutput out, PackOptions options, Optional<Secret> password, SecureRandom random) {
        this.out = out;
        this.options = options;
        this.note = options.note().getBytes(StandardCharsets.UTF_8);
        this.encryption = new EntryEncryption(options.protection(), password, random);
        this.workers = Workers.start();
    }

    @Override
    public void addAll(List<FileItem> items, PackingWatch watch) throws IOException {
        try (InOrder<List<PackedItem>> order =
                new InOrder<>(workers, bytesUnderWay(), packed -> append(packed, watch))) {
            encryption.expect(items.size());
            Batches<FileItem> batches =
                    new Batches<>((batch, bytes) -> submit(order, batch, bytes, watch));
            for (FileItem item : items) {
                watch.check();
                batches.add(item, bytesInMemory(item));
            }
            batches.flush();
            order.finish();
        }
    }

    @Override
    public void addText(String path, byte[] text, Instant time) throws IOException {
        FileItem item =
                new FileItem(Path.of(path), path, ItemKind.FILE, text.length, time, OWN_TEXT);
        SmallEntries entries =
                new SmallEntries(
                        List.of(item),
                        List.of(encryption.newSalt()),
                        options,
                        encryption,
                        PackingWatch.NONE);
        append(entries.text(text));
    }

    /** An eighth of the memory there is, within reason. */
    private static long bytesUnderWay() {
        long eighth = Runtime.getRuntime().maxMemory() / 8;
        return Math.max(16 << 20, Math.min(eighth, 256 << 20));
    }

    /** Of a large file nothing is in memory until its turn comes. */
    private static long bytesInMemory(FileItem item) {
        return item.size() > SmallEntries.MAX_BYTES ? 0 : item.size();
    }

    /** Salts are drawn here, in the order of the items. */
    private void submit(
            InOrder<List<PackedItem>> order, List<FileItem> batch, long bytes, PackingWatch watch)
            throws IOException {
        List<byte[]> salts = batch.stream().map(item -> encryption.newSalt()).toList();
        order.submit(bytes, new SmallEntries(batch, salts, options, encryption, watch));
    }

    private void append(List<PackedItem> packed, PackingWatch watch) throws IOException {
        for (PackedItem item : packed) {
            watch.check();
            if (item instanceof PackedItem.Ready ready) {
                append(ready);
                watch.onPacked(ready.item(), ready.steady());
            } else if (item instanceof PackedItem.NotReadable lost) {
                watch.onLeftOut(lost.item(), lost.reason());
            } else {
                addLarge(item.item(), watch);
            }
        }
    }

    private void append(PackedItem.Ready ready) throws IOException {
        byte[] header = HeaderWriter.local(ready.entry(), false);
        out.keepTogether(header.length);
        EntryRecord entry = ready.entry().at(out.position());
        out.write(header);
        ready.data().writeTo(out);
        ready.data().wipe();
        written.add(entry);
    }

    /** Packed once more if it changes meanwhile; then kept as it is, and marked. */
    private void addLarge(FileItem chosen, PackingWatch watch) throws IOException {
        SteadyReader.Result<EntryRecord> result =
                disk.read(chosen, new LargeReading(out.position(), watch));
        if (result.made().isPresent()) {
            written.add(result.made().get());
            watch.onPacked(result.item(), result.steady());
        } else {
            watch.onLeftOut(chosen, result.lost().orElseThrow());
        }
    }

    /** Appends; what turns out to be nothing is taken back. */
    private final class LargeReading implements SteadyReader.Reading<EntryRecord> {
        private final long start;
        private final PackingWatch watch;

        @SuppressWarnings("NullAway.Init") // set by read
        private FileItem item;

        private long read;

        LargeReading(long start, PackingWatch watch) {
            this.start = start;
            this.watch = watch;
        }

        @Override
        public EntryRecord read(FileItem now) throws IOException {
            item = now;
            read = 0;
            PackingWatch counting =
                    new ForwardingWatch(watch) {
                        @Override
                        public void onBytes(FileItem of, long bytes) {
                            read += bytes;
                            super.onBytes(of, bytes);
                        }
                    };
            return new LargeEntry(out, options, encryption, workers).write(now, counting);
        }

        @Override
        public long bytes(EntryRecord made) {
            return made.size();
        }

        @Override
        public void discard(EntryRecord made) throws IOException {
            giveUp();
        }

        @Override
        public void giveUp() throws IOException {
            if (read > 0) {
                watch.onBytes(item, -read);
            }
            forgetFrom(start);
        }
    }

    /** Where it is not possible to go back, bytes stay that no directory will mention. */
    private void forgetFrom(long position) throws IOException {
        if (out.canGoBack()) {
            out.truncate(position);
        }
    }

    @Override
    public void keepAll(OpenedZip from, List<KeptEntry> entries, Encryption how, KeepingWatch watch)
            throws IOException {
        EntryKeeper kept = new EntryKeeper(out, from.contents(), encryption, how, watch);
        kept.add(entries, workers, written);
    }

    @Override
    public void keepNote(OpenedZip from) {
        note = from.note();
    }

    @Override
    public void finish() throws IOException {
        EndOfArchive.write(out, written, note);
    }

    @Override
    public void close() {
        workers.close();
        encryption.close();
    }
}
