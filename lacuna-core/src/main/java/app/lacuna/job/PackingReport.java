package app.lacuna.job;

import app.lacuna.archive.PackingWatch;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressMeter;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.LeftOut;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** Collects what becomes of the items, and keeps the progress and the cancelling up. */
final class PackingReport implements PackingWatch {
    private final ProgressMeter meter;
    private final CancelToken cancel;
    private final List<FileItem> packed = new ArrayList<>();
    private final List<LeftOut> leftOut = new ArrayList<>();
    private final List<String> unsteady = new ArrayList<>();
    private final Set<String> lostPaths = new HashSet<>();

    /** Bytes read of the items that are under way, by their paths. */
    private final Map<String, Long> read = new ConcurrentHashMap<>();

    PackingReport(ProgressMeter meter, CancelToken cancel) {
        this.meter = meter;
        this.cancel = cancel;
    }

    @Override
    public void onBytes(FileItem item, long bytes) {
        meter.startItem(item.path());
        meter.addBytes(bytes);
        read.merge(item.path(), bytes, Long::sum);
    }

    @Override
    public void onPacked(FileItem asRead, boolean steady) {
        packed.add(asRead);
        if (!steady) {
            unsteady.add(asRead.path());
        }
        read.remove(asRead.path());
        meter.itemDone();
    }

    /** What was announced and will not come counts as done. */
    @Override
    public void onLeftOut(FileItem item, LeftOut.Reason reason) {
        leftOut.add(new LeftOut(item.source(), reason));
        lostPaths.add(item.path());
        Long already = read.remove(item.path());
        meter.addBytes(item.size() - (already == null ? 0 : already));
        meter.itemDone();
    }

    @Override
    public void check() {
        cancel.check();
    }

    /** Paths inside the archive of what was left out. */
    Set<String> lostPaths() {
        return lostPaths;
    }

    ProgressMeter meter() {
        return meter;
    }

    void finish() {
        meter.finish();
    }

    List<FileItem> packed() {
        return packed;
    }

    List<LeftOut> leftOut() {
        return leftOut;
    }

    List<String> unsteady() {
        return unsteady;
    }
}
