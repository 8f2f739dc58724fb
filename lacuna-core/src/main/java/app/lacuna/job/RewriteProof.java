package app.lacuna.job;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.zip.CopiedEntries;
import app.lacuna.archive.zip.KeptEntry;
import app.lacuna.archive.zip.OpenedZip;
import app.lacuna.archive.zip.ZipArchiveReader;
import app.lacuna.archive.zip.ZipArchives;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.ProofFailed;
import app.lacuna.error.UnsupportedFeature;
import app.lacuna.selection.FileItem;
import app.lacuna.verify.Original;
import app.lacuna.verify.Proof;
import app.lacuna.verify.ProofEntry;
import app.lacuna.verify.ProofReport;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads a new archive back and holds it against the older one that its entries come from. */
record RewriteProof(OpenedZip older, ProgressListener listener, CancelToken cancel) {
    /**
     * Reads everything back.
     *
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
        try (ZipArchiveReader reading = ZipArchives.openForProof(made);
                OpenedZip opened =
                        password.isPresent() ? reading.open(password.get()) : reading.open()) {
            Map<String, Original> originals = new LinkedHashMap<>();
            for (KeptEntry kept : keptEntries) {
                originals.putIfAbsent(kept.path(), new Original.InArchive(older, kept.entry()));
            }
            return of(reading, opened, originals, keptEntries.size(), packed);
        }
    }

    /**
     * The same where what was kept was copied as it is: then that it has stayed the same is seen
     * without decrypting it, and whoever could not read it before can not read it afterwards.
     */
    ProofReport ofCopies(
            Path made,
            List<KeptEntry> keptEntries,
            List<FileItem> packed,
            Optional<Secret> password)
            throws IOException {
        try (ZipArchiveReader reading = ZipArchives.openForProof(List.of(made));
                OpenedZip opened =
                        password.isPresent() ? reading.open(password.get()) : reading.open()) {
            opened.check(listener, cancel);
            try (CopiedEntries copies = CopiedEntries.between(older, opened, keptEntries)) {
                Map<String, Original> originals = new LinkedHashMap<>();
                Original copied = new Original.Copied(copies::isCopy);
                keptEntries.forEach(kept -> originals.put(kept.path(), copied));
                return of(reading, opened, originals, keptEntries.size(), packed);
            }
        }
    }

    private ProofReport of(
            ZipArchiveReader reading,
            OpenedArchive opened,
            Map<String, Original> originals,
            int kept,
            List<FileItem> packed)
            throws IOException {
        packed.forEach(item -> originals.put(item.path(), new Original.OnDisk(item)));
        ProofReport proof = new Proof(opened, listener, cancel).against(originals);
        requireWhole(proof, kept + packed.size());
        return proof.readBack(reading.isPastCache());
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
