package app.lacuna.job;

import app.lacuna.archive.PackingWatch;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.SaturatedSum;
import app.lacuna.common.Stage;
import app.lacuna.generations.BackupScope;
import app.lacuna.generations.Changes;
import app.lacuna.generations.Identity;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.selection.FileDetails;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.LeftOut;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** Collects what goes into a generation, with its digests, and makes the manifest of it. */
final class GenerationReport implements PackingWatch {
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final Map<String, String> digests = new ConcurrentHashMap<>();
    private final Map<String, String> details = new ConcurrentHashMap<>();

    @SuppressWarnings("NullAway.Init") // set by start
    private PackingReport report;

    private long bytes;

    GenerationReport(ProgressListener listener, CancelToken cancel) {
        this.listener = listener;
        this.cancel = cancel;
    }

    void start(List<FileItem> items) {
        bytes = SaturatedSum.of(items, FileItem::size);
        report =
                new PackingReport(
                        new ProgressMeter(listener, Stage.PACKING, bytes, items.size()), cancel);
    }

    long bytes() {
        return bytes;
    }

    List<FileItem> packed() {
        return report.packed();
    }

    List<LeftOut> leftOut() {
        return report.leftOut();
    }

    List<String> unsteady() {
        return report.unsteady();
    }

    void finish() {
        report.finish();
    }

    @Override
    public boolean wantsDigests() {
        return true;
    }

    @Override
    public void onDigest(FileItem item, String sha256) {
        digests.put(item.path(), sha256);
    }

    /** The mark of what is stored: a change during the run is found by the next one. */
    @Override
    public void onDetails(FileItem item, FileDetails read) {
        details.put(item.path(), Identity.mark(read));
    }

    @Override
    public void onBytes(FileItem item, long count) {
        report.onBytes(item, count);
    }

    @Override
    public void onPacked(FileItem asRead, boolean steady) {
        report.onPacked(asRead, steady);
    }

    @Override
    public void onLeftOut(FileItem item, LeftOut.Reason reason) {
        report.onLeftOut(item, reason);
    }

    @Override
    public void check() {
        report.check();
    }

    /** Everything that exists now: what went in, what older generations store, what is unseen. */
    Manifest manifest(GenerationHead head, Changes.Found found) {
        Map<String, FileItem> packed = new HashMap<>();
        report.packed().forEach(item -> packed.put(item.path(), item));
        Set<Path> vanished = new HashSet<>();
        report.leftOut().stream()
                .filter(each -> each.reason() == LeftOut.Reason.GONE)
                .forEach(each -> vanished.add(each.source()));
        Map<String, String> byKey = new HashMap<>();
        List<ManifestLine> lines = new ArrayList<>();
        for (Changes.Decided each : found.decided()) {
            FileItem stored = packed.get(each.item().path());
            if (stored != null) {
                lines.add(stored(stored, each, head.id(), byKey));
            } else if (!head.isWhole() && each.before().isPresent()) {
                lines.add(kept(each));
            } else if (!vanished.contains(each.item().source())) {
                // it could not be read: what is known of it stays
                each.previous().map(ManifestLine::notSeen).ifPresent(lines::add);
            }
        }
        lines.addAll(found.unseen());
        return new Manifest(
                head.round(),
                head.id(),
                head.sequence(),
                found.scope().butNot(report.leftOut()),
                lines);
    }

    /** A line for everything that went in, in the order of {@link #packed}. */
    List<ManifestLine> lines(String id, BackupScope scope) {
        List<ManifestLine> lines = new ArrayList<>();
        Map<String, String> byKey = new HashMap<>();
        for (FileItem item : report.packed()) {
            String disk = scope.diskPath(item);
            Changes.Decided decided =
                    new Changes.Decided(
                            item,
                            Identity.of(item.source()),
                            disk,
                            Optional.empty(),
                            Optional.empty(),
                            false);
            lines.add(stored(item, decided, id, byKey));
        }
        return lines;
    }

    /** A further name of a file is stored without contents, and has the digest of the first. */
    private ManifestLine stored(
            FileItem item, Changes.Decided decided, String id, Map<String, String> byKey) {
        Identity identity = decided.identity();
        boolean shared = identity.shared() && item.kind() == ItemKind.FILE;
        String digest = digests.getOrDefault(item.path(), "");
        if (shared) {
            digest = digest.isEmpty() ? byKey.getOrDefault(identity.key(), "") : digest;
            byKey.putIfAbsent(identity.key(), digest);
        }
        return new ManifestLine(
                item.path(),
                item.kind(),
                item.size(),
                item.modified(),
                item.permissions(),
                digest,
                id,
                item.path(),
                identity.key(),
                identity.changed(),
                details.getOrDefault(item.path(), ""),
                shared,
                decided.disk(),
                true);
    }

    private static ManifestLine kept(Changes.Decided each) {
        ManifestLine before = each.before().orElseThrow();
        FileItem item = each.item();
        return new ManifestLine(
                item.path(),
                item.kind(),
                item.size(),
                item.modified(),
                item.permissions(),
                before.digest(),
                before.generation(),
                before.held(),
                each.identity().key(),
                each.identity().changed(),
                before.details(),
                each.identity().shared() && item.kind() == ItemKind.FILE,
                each.disk(),
                true);
    }
}
