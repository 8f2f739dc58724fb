package app.lacuna.job;

import app.lacuna.archive.PackingWatch;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.ProgressMeter;
import app.lacuna.base.SaturatedSum;
import app.lacuna.base.Stage;
import app.lacuna.generations.Changes;
import app.lacuna.generations.Identity;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.selection.DetailsReader;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.LeftOut;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/** Hears what goes into a generation, with its digests, and makes the manifest of it. */
final class GenerationReport implements PackingWatch {
    private final ProgressListener listener;
    private final CancelToken cancel;
    private final Map<String, String> digests = new ConcurrentHashMap<>();
    private final DetailsReader details = new DetailsReader();
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

    /** Everything there is now: what went in, and what lies in earlier ones. */
    Manifest manifest(String round, String id, Changes.Found found, boolean whole) {
        Map<String, FileItem> packed = new HashMap<>();
        report.packed().forEach(item -> packed.put(item.path(), item));
        Map<String, String> byKey = new HashMap<>();
        List<ManifestLine> lines = new ArrayList<>();
        for (Changes.Decided each : found.decided()) {
            FileItem stored = packed.get(each.item().path());
            if (stored != null) {
                ManifestLine line = stored(stored, each.identity(), id, byKey);
                lines.add(line);
            } else if (!whole && each.before().isPresent()) {
                lines.add(kept(each));
            }
        }
        return new Manifest(round, id, roots(found), lines);
    }

    private static List<Manifest.Root> roots(Changes.Found found) {
        List<Manifest.Root> roots = new ArrayList<>();
        for (Changes.Decided each : found.decided()) {
            FileItem item = each.item();
            if (item.path().indexOf('/') < 0) {
                roots.add(new Manifest.Root(item.path(), item.source().toString()));
            }
        }
        return roots;
    }

    /** A further name of a file is stored without contents, and has the digest of the first. */
    private ManifestLine stored(
            FileItem item, Identity identity, String id, Map<String, String> byKey) {
        String digest = digests.getOrDefault(item.path(), "");
        if (item.kind() == ItemKind.FILE && identity.shared()) {
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
                item.kind() == ItemKind.FILE ? Identity.details(item.source(), details) : "",
                identity.shared() && item.kind() == ItemKind.FILE);
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
                each.identity().shared() && item.kind() == ItemKind.FILE);
    }
}
