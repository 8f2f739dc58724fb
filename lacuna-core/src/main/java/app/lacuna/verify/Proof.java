package app.lacuna.verify;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.ProgressMeter;
import app.lacuna.common.Stage;
import app.lacuna.concurrent.Batches;
import app.lacuna.concurrent.InOrder;
import app.lacuna.concurrent.Workers;
import app.lacuna.error.DamagedArchive;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Reads every entry of a finished archive to its end, on all processors, and compares it byte for
 * byte with its original. The reader has been unlocked before. One proof is used once.
 */
public final class Proof {
    private final OpenedArchive reader;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private boolean digests;

    public Proof(OpenedArchive reader, ProgressListener listener, CancelToken cancel) {
        this.reader = reader;
        this.listener = listener;
        this.cancel = cancel;
    }

    /** The report will have the digest of each file; that takes longer. */
    public Proof withDigests() {
        digests = true;
        return this;
    }

    /** Checks only that every entry is whole. */
    public ProofReport withoutOriginals() throws IOException {
        return run(Stage.CHECKING, Map.of(), false);
    }

    /** Compares with the originals; they carry their paths inside the archive. */
    public ProofReport against(List<FileItem> originals) throws IOException {
        Map<String, Original> byPath = new LinkedHashMap<>();
        originals.forEach(item -> byPath.put(item.path(), new Original.OnDisk(item)));
        return against(byPath);
    }

    /** Compares with originals of any kind, by the paths they should have in the archive. */
    public ProofReport against(Map<String, Original> byPath) throws IOException {
        return run(Stage.PROVING, byPath, true);
    }

    private ProofReport run(Stage stage, Map<String, Original> originals, boolean compare)
            throws IOException {
        List<ArchiveEntry> entries = reader.listing().entries();
        try {
            reader.check(listener, cancel);
        } catch (DamagedArchive e) {
            // One code for everything: none of it can be vouched for.
            return new ProofReport(
                    entries.stream().map(entry -> EntryProof.damaged(entry, e)).toList());
        }
        boolean locked = reader.listing().needsPassword();
        Map<String, Original> unseen = new LinkedHashMap<>(originals);
        List<EntryProof.Case> cases = new ArrayList<>(entries.size());
        for (ArchiveEntry entry : entries) {
            Optional<Original> item = Optional.ofNullable(unseen.remove(entry.path()));
            boolean older = item.filter(found -> !(found instanceof Original.OnDisk)).isPresent();
            boolean open = locked && entry.standsOpen() && !older;
            cases.add(new EntryProof.Case(entry, compare, item, open));
        }
        ProgressMeter meter =
                new ProgressMeter(listener, stage, reader.listing().totalBytes(), entries.size());
        List<ProofEntry> verdicts = verdicts(cases, meter);
        unseen.keySet().forEach(path -> verdicts.add(ProofEntry.of(path, Verdict.NOT_IN_ARCHIVE)));
        meter.finish();
        return new ProofReport(verdicts);
    }

    private List<ProofEntry> verdicts(List<EntryProof.Case> cases, ProgressMeter meter)
            throws IOException {
        List<ProofEntry> verdicts = new ArrayList<>(cases.size());
        try (Workers workers = Workers.start(reader.isAnyOrder());
                InOrder<List<ProofEntry>> order =
                        new InOrder<>(workers, 4L * workers.count(), verdicts::addAll)) {
            Batches<EntryProof.Case> batches =
                    new Batches<>((share, bytes) -> order.submit(1, () -> verdicts(meter, share)));
            reader.expect(EntryProof.read(cases));
            for (EntryProof.Case next : cases) {
                cancel.check();
                batches.add(next, next.entry().size());
            }
            batches.flush();
            order.finish();
        }
        return verdicts;
    }

    private List<ProofEntry> verdicts(ProgressMeter meter, List<EntryProof.Case> share)
            throws IOException {
        try (EntryProof proof = new EntryProof(reader, digests, meter, cancel)) {
            return proof.of(share);
        }
    }
}
