package app.lacuna.archive.tar;

import app.lacuna.archive.PackingWatch;
import app.lacuna.common.Sha256;
import app.lacuna.error.SourceUnreadable;
import app.lacuna.selection.DetailsReader;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemContents;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.SteadyReader;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;

/** One worker's share: a few small items, read into memory. */
final class SmallFiles implements Callable<List<SmallFiles.Taken>> {
    /** Larger files are read when their turn comes. */
    static final int MAX_BYTES = 4 << 20;

    /**
     * What was read, or that it is to be read later.
     *
     * @param bytes absent for what has grown too large for memory
     */
    record Contents(DetailsReader.Found found, Optional<byte[]> bytes) {}

    /** An item and what has come of it. */
    record Taken(FileItem chosen, SteadyReader.Result<Contents> result) {
        boolean isLarge() {
            return result.made().filter(made -> made.bytes().isEmpty()).isPresent();
        }
    }

    private final List<FileItem> items;
    private final DetailsReader details;
    private final PackingWatch watch;
    private final SteadyReader disk = new SteadyReader();

    SmallFiles(List<FileItem> items, DetailsReader details, PackingWatch watch) {
        this.items = items;
        this.details = details;
        this.watch = watch;
    }

    @Override
    public List<Taken> call() throws IOException {
        List<Taken> taken = new ArrayList<>(items.size());
        for (FileItem item : items) {
            watch.check();
            taken.add(new Taken(item, disk.read(item, new Reading())));
        }
        return taken;
    }

    private final class Reading implements SteadyReader.Reading<Contents> {
        @SuppressWarnings("NullAway.Init") // set by read
        private FileItem item;

        private long read;

        @Override
        public Contents read(FileItem now) throws IOException {
            item = now;
            read = 0;
            try {
                DetailsReader.Found found = details.read(now.source());
                watch.onDetails(now, found.details());
                if (now.kind() == ItemKind.FILE && now.size() > MAX_BYTES) {
                    return new Contents(found, Optional.empty());
                }
                byte[] bytes;
                try (InputStream in = ItemContents.open(now)) {
                    bytes = in.readNBytes((int) now.size() + 1);
                }
                read = bytes.length;
                watch.onBytes(now, read);
                if (watch.wantsDigests() && now.kind() != ItemKind.FOLDER) {
                    watch.onDigest(now, Sha256.hex(bytes));
                }
                if (bytes.length > now.size()) {
                    return new Contents(found, Optional.of(Arrays.copyOf(bytes, (int) now.size())));
                }
                return new Contents(found, Optional.of(bytes));
            } catch (IOException e) {
                throw new SourceUnreadable(now.source(), e);
            }
        }

        @Override
        public long bytes(Contents made) {
            return made.bytes().isPresent() ? read : item.size();
        }

        @Override
        public void discard(Contents made) {
            giveUp();
        }

        @Override
        public void giveUp() {
            if (read > 0) {
                watch.onBytes(item, -read);
            }
        }
    }
}
