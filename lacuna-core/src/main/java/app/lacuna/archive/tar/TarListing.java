package app.lacuna.archive.tar;

import app.lacuna.archive.Limits;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Stage;
import app.lacuna.io.Drained;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongSupplier;

/**
 * Reads an archive through to know what is in it. Of several entries with one path the last one
 * counts, as whoever has added them meant it.
 */
final class TarListing {
    private static final long TELL_EACH = 1 << 20;

    private final Limits limits;
    private final ProgressMeter meter;
    private final CancelToken cancel;
    private final LongSupplier packedPosition;
    private final List<ListedEntry> entries = new ArrayList<>();
    private final Map<String, Integer> byPath = new HashMap<>();
    private long told;
    private long packedTold;

    /**
     * @param packedBytes of the file, which progress is counted in
     * @param packedPosition how far it has been read
     */
    TarListing(
            Limits limits,
            long packedBytes,
            LongSupplier packedPosition,
            ProgressListener listener,
            CancelToken cancel) {
        this.limits = limits;
        this.packedPosition = packedPosition;
        this.meter = new ProgressMeter(listener, Stage.CHECKING, packedBytes, 0);
        this.cancel = cancel;
    }

    /** Reads to the end, also of what follows the archive. */
    Found of(InputStream tar, long packedBytes) throws IOException {
        TarStream stream = new TarStream(tar, 0);
        Optional<TarEntry> next = stream.next();
        while (next.isPresent()) {
            add(next.get(), stream.start());
            limits.checkEntries(entries.size());
            passOver(stream, packedBytes);
            next = stream.next();
        }
        Drained.toTheEnd(tar);
        leaveOutCatalogue();
        meter.finish();
        return lastOnes();
    }

    /** The contents, so that whatever checks them does. */
    private void passOver(TarStream stream, long packedBytes) throws IOException {
        byte[] buffer = new byte[1 << 16];
        try (InputStream stored = stream.stored()) {
            int count;
            while ((count = stored.read(buffer)) > 0) {
                if (stream.position() - told > TELL_EACH || count < buffer.length) {
                    cancel.check();
                    limits.checkRatio(stream.position(), packedBytes);
                    tell();
                }
            }
        }
    }

    private void tell() {
        long now = packedPosition.getAsLong();
        if (now > packedTold) {
            meter.addBytes(now - packedTold);
            packedTold = now;
        }
        told += TELL_EACH;
    }

    private void add(TarEntry entry, long start) {
        if (entry.path().isEmpty() || entry.path().equals(".")) {
            return; // the folder that everything lies in
        }
        Integer first = entry.hardLink() ? byPath.get(entry.target()) : null;
        long size = first == null ? entry.size() : entries.get(first).size();
        boolean link = entry.kind().equals(Optional.of(ItemKind.LINK));
        byPath.put(entry.path(), entries.size());
        entries.add(
                new ListedEntry(
                        entry.path(),
                        entry.kind().orElse(ItemKind.FILE),
                        link ? TarArchive.bytes(entry.target()).length : size,
                        entry.modified(),
                        entry.details().mode(),
                        start,
                        entry.stored(),
                        first == null ? -1 : first,
                        Optional.of(entry)));
    }

    /** What we have put at the end ourselves. */
    private void leaveOutCatalogue() {
        int last = entries.size() - 1;
        boolean ours =
                last > 0
                        && entries.get(last).path().equals(Trailer.PATH)
                        && entries.get(last).stored() == TarHeader.BLOCK
                        && entries.get(last - 1).path().startsWith(Catalogue.PATH);
        if (ours) {
            byPath.remove(entries.remove(last).path(), last);
            byPath.remove(entries.remove(last - 1).path(), last - 1);
        }
    }

    /** Those that count, and behind them those whose contents some of them have. */
    private Found lastOnes() {
        List<Integer> order = new ArrayList<>();
        List<Integer> hidden = new ArrayList<>();
        int[] numbers = new int[entries.size()];
        for (int i = 0; i < entries.size(); i++) {
            (byPath.getOrDefault(entries.get(i).path(), -1) == i ? order : hidden).add(i);
        }
        int visible = order.size();
        order.addAll(hidden);
        for (int i = 0; i < order.size(); i++) {
            numbers[order.get(i)] = i;
        }
        List<ListedEntry> all = new ArrayList<>(order.size());
        for (int i : order) {
            ListedEntry entry = entries.get(i);
            all.add(entry.linkedTo() < 0 ? entry : entry.linkedTo(numbers[entry.linkedTo()]));
        }
        return new Found(all, visible);
    }

    /**
     * @param all in their order
     * @param visible how many of them count; others only have contents
     */
    record Found(List<ListedEntry> all, int visible) {
        static Found of(List<ListedEntry> all) {
            return new Found(all, all.size());
        }
    }
}
