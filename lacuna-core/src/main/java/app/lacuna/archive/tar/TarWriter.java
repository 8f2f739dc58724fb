package app.lacuna.archive.tar;

import app.lacuna.archive.ArchiveWriter;
import app.lacuna.archive.PackingWatch;
import app.lacuna.common.Sha256;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.concurrent.Batches;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.error.SourceUnreadable;
import app.lacuna.selection.DetailsReader;
import app.lacuna.selection.FileDetails;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.SteadyReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Writes a TAR archive, compressed in frames, with a catalogue at its end. Workers read small files
 * and compress; large files are read by the thread that adds them, which also hands everything on
 * in order. What was appended can not be taken back: a file that changed while it was read stands
 * there once more, and as everywhere in TAR the last one counts; the catalogue has only that.
 */
public final class TarWriter implements ArchiveWriter {
    private static final int BUFFER_BYTES = 1 << 17;
    private static final long UNDER_WAY = 64 << 20;

    private final OutputStream out;
    private final Workers workers = Workers.start();
    private final FramedOutput tar;
    private final DetailsReader details = new DetailsReader();
    private final SteadyReader disk = new SteadyReader();
    private final List<ListedEntry> written = new ArrayList<>();
    private final Map<String, Integer> shared = new HashMap<>();
    private final Set<String> ownNames = new HashSet<>();

    /**
     * @param out closed when the archive is finished, so that what is around it ends too
     */
    public TarWriter(OutputStream out, Method method, Level level) {
        this.out = out;
        this.tar = new FramedOutput(out, method, level, workers);
    }

    @Override
    public void addAll(List<FileItem> items, PackingWatch watch) throws IOException {
        try (InOrder<List<SmallFiles.Taken>> order =
                new InOrder<>(workers, UNDER_WAY, taken -> append(taken, watch))) {
            Batches<FileItem> batches =
                    new Batches<>(
                            (share, bytes) ->
                                    order.submit(bytes, new SmallFiles(share, details, watch)));
            for (FileItem item : items) {
                watch.check();
                boolean large = item.size() > SmallFiles.MAX_BYTES;
                batches.add(item, large ? 0 : item.size());
            }
            batches.flush();
            order.finish();
        }
    }

    private void append(List<SmallFiles.Taken> share, PackingWatch watch) throws IOException {
        for (SmallFiles.Taken taken : share) {
            watch.check();
            if (taken.isLarge()) {
                addLarge(taken.chosen(), watch);
                continue;
            }
            SteadyReader.Result<SmallFiles.Contents> result = taken.result();
            if (result.made().isEmpty()) {
                watch.onLeftOut(taken.chosen(), result.lost().orElseThrow());
                continue;
            }
            append(result.item(), result.made().get());
            watch.onPacked(result.item(), result.steady());
        }
    }

    private void append(FileItem item, SmallFiles.Contents contents) throws IOException {
        DetailsReader.Found found = contents.found();
        byte[] bytes = contents.bytes().orElseThrow();
        Optional<Integer> before = before(item, found);
        if (before.isPresent()) {
            appendName(item, found.details(), before.get());
            return;
        }
        boolean link = item.kind() == ItemKind.LINK;
        long start = tar.position();
        Optional<String> target =
                link ? Optional.of(new String(bytes, StandardCharsets.UTF_8)) : Optional.empty();
        long stored = item.kind() == ItemKind.FILE ? bytes.length : 0;
        tar.write(HeaderBlocks.of(item, found.details(), stored, target, false, Optional.empty()));
        if (stored > 0) {
            tar.write(bytes);
            tar.writeZeros(TarHeader.padding(stored));
        }
        list(item, found, start, stored, -1, link ? bytes.length : stored);
    }

    /** The entry that has its contents already, under another name. */
    private Optional<Integer> before(FileItem item, DetailsReader.Found found) {
        return item.kind() == ItemKind.FILE ? found.shared().map(shared::get) : Optional.empty();
    }

    private void appendName(FileItem item, FileDetails own, int before) throws IOException {
        long start = tar.position();
        ListedEntry first = written.get(before);
        tar.write(HeaderBlocks.of(item, own, 0, Optional.of(first.path()), true, Optional.empty()));
        written.add(
                new ListedEntry(
                        item.path(),
                        ItemKind.FILE,
                        first.size(),
                        item.modified(),
                        own.mode(),
                        start,
                        0,
                        before,
                        Optional.empty()));
    }

    private void list(
            FileItem item,
            DetailsReader.Found found,
            long start,
            long stored,
            int linkedTo,
            long size) {
        found.shared().ifPresent(key -> shared.put(key, written.size()));
        if (item.path().startsWith(".lacuna-")) {
            ownNames.add(item.path());
        }
        int mode =
                found.details().mode() == FileItem.NO_PERMISSIONS
                        ? Math.max(0, item.permissions())
                        : found.details().mode();
        written.add(
                new ListedEntry(
                        item.path(),
                        item.kind(),
                        size,
                        item.modified(),
                        mode,
                        start,
                        stored,
                        linkedTo,
                        Optional.empty()));
    }

    private void addLarge(FileItem chosen, PackingWatch watch) throws IOException {
        DetailsReader.Found found;
        try {
            found = details.read(chosen.source());
        } catch (IOException e) {
            watch.onLeftOut(chosen, LeftOut.Reason.UNREADABLE);
            return;
        }
        Optional<Integer> before = before(chosen, found);
        if (before.isPresent()) {
            watch.onDetails(chosen, found.details());
            appendName(chosen, found.details(), before.get());
            watch.onBytes(chosen, chosen.size());
            watch.onPacked(chosen, true);
            return;
        }
        LargeReading reading = new LargeReading(watch);
        SteadyReader.Result<Long> result = disk.read(chosen, reading);
        if (result.made().isPresent()) {
            FileItem item = result.item();
            list(item, reading.found, reading.start, reading.stored, -1, item.size());
            watch.onPacked(item, result.steady());
        } else {
            watch.onLeftOut(chosen, result.lost().orElseThrow());
        }
    }

    /** Exactly as many bytes as the header says, whatever happens to the file. */
    private final class LargeReading implements SteadyReader.Reading<Long> {
        private final PackingWatch watch;
        private final byte[] buffer = new byte[BUFFER_BYTES];

        @SuppressWarnings("NullAway.Init") // set by read
        private FileItem item;

        @SuppressWarnings("NullAway.Init") // set by read
        private DetailsReader.Found found;

        private long start;
        private long stored;
        private long read;
        private Optional<MessageDigest> digest = Optional.empty();

        LargeReading(PackingWatch watch) {
            this.watch = watch;
        }

        @Override
        public Long read(FileItem now) throws IOException {
            item = now;
            read = 0;
            digest = watch.wantsDigests() ? Optional.of(Sha256.hasher()) : Optional.empty();
            Optional<SparseMap> sparse;
            InputStream in;
            try {
                found = details.read(now.source());
                watch.onDetails(now, found.details());
                sparse = SparseMap.of(now).filter(map -> map.size() == now.size());
                in = ItemContents.open(now);
            } catch (IOException e) {
                throw new SourceUnreadable(now.source(), e);
            }
            try (in) {
                byte[] map = sparse.map(SparseMap::bytes).orElse(new byte[0]);
                start = tar.position();
                stored = map.length + sparse.map(SparseMap::stored).orElse(now.size());
                tar.write(
                        HeaderBlocks.of(
                                now, found.details(), stored, Optional.empty(), false, sparse));
                tar.write(map);
                List<SparseMap.Piece> pieces =
                        sparse.map(SparseMap::pieces)
                                .orElse(List.of(new SparseMap.Piece(0, now.size())));
                copy(in, pieces);
                tar.writeZeros(TarHeader.padding(stored));
            }
            digest.ifPresent(hash -> watch.onDigest(now, Sha256.hex(hash)));
            return now.size();
        }

        private void copy(InputStream in, List<SparseMap.Piece> pieces) throws IOException {
            Optional<IOException> trouble = Optional.empty();
            long position = 0;
            for (SparseMap.Piece piece : pieces) {
                long left = piece.length();
                try {
                    if (trouble.isEmpty()) {
                        in.skipNBytes(piece.start() - position);
                        hole(piece.start() - position);
                    }
                } catch (IOException e) {
                    trouble = Optional.of(e);
                }
                while (left > 0 && trouble.isEmpty()) {
                    watch.check();
                    int count;
                    try {
                        count = in.read(buffer, 0, (int) Math.min(buffer.length, left));
                        if (count < 0) {
                            throw new SteadyReader.ShortRead();
                        }
                    } catch (IOException e) {
                        trouble = Optional.of(e);
                        break;
                    }
                    tar.write(buffer, 0, count);
                    seen(buffer, count);
                    tell(count);
                    left -= count;
                }
                tar.writeZeros(left);
                position = piece.end();
            }
            if (trouble.isPresent()) {
                tar.writeZeros(TarHeader.padding(stored));
                throw trouble.get() instanceof SteadyReader.ShortRead cut
                        ? cut
                        : new SourceUnreadable(item.source(), trouble.get());
            }
            hole(item.size() - position); // at the end
        }

        private void hole(long length) {
            if (digest.isPresent()) {
                byte[] zeros = new byte[(int) Math.min(length, BUFFER_BYTES)];
                for (long rest = length; rest > 0; rest -= Math.min(rest, zeros.length)) {
                    watch.check();
                    seen(zeros, (int) Math.min(rest, zeros.length));
                }
            }
            tell(length);
        }

        private void seen(byte[] bytes, int count) {
            digest.ifPresent(hash -> hash.update(bytes, 0, count));
        }

        private void tell(long count) {
            read += count;
            watch.onBytes(item, count);
        }

        @Override
        public long bytes(Long made) {
            return made;
        }

        @Override
        public void discard(Long made) {
            giveUp();
        }

        @Override
        public void giveUp() {
            if (read > 0) {
                watch.onBytes(item, -read);
            }
        }
    }

    @Override
    public void addText(String path, byte[] text, Instant time) throws IOException {
        long start = tar.position();
        FileItem item = ownItem(path, text.length, time);
        append(item, text);
        list(
                item,
                new DetailsReader.Found(FileDetails.UNKNOWN, Optional.empty()),
                start,
                text.length,
                -1,
                text.length);
    }

    private static FileItem ownItem(String path, long size, Instant time) {
        return new FileItem(Path.of(path), path, ItemKind.FILE, size, time, 0600);
    }

    private void append(FileItem item, byte[] contents) throws IOException {
        tar.write(
                HeaderBlocks.of(
                        item,
                        FileDetails.UNKNOWN,
                        contents.length,
                        Optional.empty(),
                        false,
                        Optional.empty()));
        tar.write(contents);
        tar.writeZeros(TarHeader.padding(contents.length));
    }

    @Override
    public void finish() throws IOException {
        tar.finish(); // the catalogue begins a frame, and knows where all before it lie
        long start = tar.position();
        byte[] catalogue = Catalogue.bytes(tar.frames(), written);
        Instant now = Instant.ofEpochSecond(0);
        append(ownItem(free(Catalogue.PATH), catalogue.length, now), catalogue);
        tar.finish();
        Trailer trailer = new Trailer(start, tar.packedStartOf(start));
        byte[] told = trailer.contents();
        append(ownItem(Trailer.PATH, told.length, now), told);
        tar.writeZeros(2L * TarHeader.BLOCK);
        tar.finish();
        out.close();
    }

    /** Nothing that was packed is overwritten when somebody else takes it out. */
    private String free(String path) {
        String free = path;
        for (int number = 2; ownNames.contains(free); number++) {
            free = path + "-" + number;
        }
        return free;
    }

    @Override
    public void close() {
        tar.close();
        workers.close();
    }
}
