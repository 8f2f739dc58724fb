package app.lacuna.job;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.zip.KeptEntry;
import app.lacuna.archive.zip.OpenedZip;
import app.lacuna.archive.zip.ZipArchiveReader;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.ProofFailed;
import app.lacuna.failure.UnsupportedFeature;
import app.lacuna.proof.Original;
import app.lacuna.proof.Proof;
import app.lacuna.proof.ProofEntry;
import app.lacuna.proof.ProofReport;
import app.lacuna.selection.FileItem;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads a new archive back and holds it against the older one that its entries come from. */
record RewriteProof(OpenedZip older, ProgressListener listener, CancelToken cancel) {
    /**
     * @param made the files of the new archive in their order
     * @param packed what was read from disk
     * @throws ProofFailed if something is not there or not the same
     */
    ProofReport of(
            List<Path> made,
            List<KeptEntry> keptEntries,
            List<FileItem> packed,
            Optional<Secret> password)
            throws IOException {
        Map<String, Original> originals = new LinkedHashMap<>();
        for (KeptEntry kept : keptEntries) {
            originals.putIfAbsent(kept.path(), new Original.InArchive(older, kept.entry()));
        }
        packed.forEach(item -> originals.put(item.path(), new Original.OnDisk(item)));
        try (ZipArchiveReader reading = ZipArchives.openForProof(made);
                OpenedArchive opened =
                        password.isPresent() ? reading.open(password.get()) : reading.open()) {
            ProofReport proof = new Proof(opened, listener, cancel).against(originals);
            requireWhole(proof, keptEntries.size() + packed.size());
            return proof.readBack(reading.isPastCache());
        }
    }

    /** An entry that was damaged before is the archive's trouble, not the new one's. */
    private static void requireWhole(ProofReport proof, int expected) throws IOException {
        for (ProofEntry entry : proof.entries()) {
            Optional<IOException> cause = entry.cause();
            if (cause.isPresent()
                    && (cause.get() instanceof DamagedArchive
                            || cause.get() instanceof UnsupportedFeature)) {
                throw cause.get();
            }
        }
        if (!proof.archiveIsWhole() || proof.entries().size() != expected) {
            throw new ProofFailed(Math.max(1, proof.notWhole()), proof.entries().size());
        }
    }
}
