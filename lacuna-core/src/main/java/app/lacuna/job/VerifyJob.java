package app.lacuna.job;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.error.DamagedArchive;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemReader;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.verify.Proof;
import app.lacuna.verify.ProofReport;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NotDirectoryException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Checks a finished archive, alone or against the folder that its contents came from. */
public final class VerifyJob {
    private final OpenedArchive reader;
    private final ProgressListener listener;
    private final CancelToken cancel;
    private boolean digests;

    /** The reader has been unlocked before and is closed by the caller. */
    public VerifyJob(OpenedArchive reader, ProgressListener listener, CancelToken cancel) {
        this.reader = reader;
        this.listener = listener;
        this.cancel = cancel;
    }

    /**
     * @param folder where the topmost entries of the archive have their originals. Whatever else
     *     lies in it is of no interest; what lies in a folder that the archive has too, is.
     */
    public ProofReport run(Optional<Path> folder) throws IOException {
        Proof proof = proof();
        return withOuterDamage(
                folder.isEmpty()
                        ? proof.withoutOriginals()
                        : proof.against(originals(folder.get()).items()));
    }

    private ProofReport withOuterDamage(ProofReport report) throws IOException {
        Optional<DamagedArchive> damage = reader.outerDamage();
        String name = String.valueOf(reader.outside().archive().getFileName());
        return damage.isEmpty() ? report : report.withDamage(name, damage.get());
    }

    /** The report will have the digest of each file. */
    public VerifyJob withDigests() {
        digests = true;
        return this;
    }

    /**
     * Compares with the originals as far as they are there, wherever each of them is: what has none
     * is only read to its end.
     */
    public ProofReport againstOriginals(List<ReadableFile> originals) throws IOException {
        ItemReader disk = new ItemReader();
        List<FileItem> items = new ArrayList<>();
        Set<String> paths = new HashSet<>();
        reader.listing().entries().forEach(entry -> paths.add(entry.path()));
        for (ReadableFile original : originals) {
            if (!paths.contains(original.entry())) {
                continue; // taken out of the archive since
            }
            try {
                disk.read(original.path(), original.entry()).ifPresent(items::add);
            } catch (IOException e) {
                continue; // it is gone by now
            }
        }
        return withOuterDamage(
                items.isEmpty() ? proof().withoutOriginals() : proof().against(items));
    }

    private Proof proof() {
        Proof proof = new Proof(reader, listener, cancel);
        return digests ? proof.withDigests() : proof;
    }

    private FileSelection originals(Path folder) throws IOException {
        if (!Files.isDirectory(folder)) {
            throw new NotDirectoryException(folder.toString());
        }
        Set<String> tops = new HashSet<>();
        reader.listing().entries().forEach(entry -> tops.add(entry.path().split("/", 2)[0]));
        List<Path> roots = new ArrayList<>();
        try (DirectoryStream<Path> stream = Files.newDirectoryStream(folder)) {
            for (Path child : stream) {
                if (tops.contains(child.getFileName().toString())) {
                    roots.add(child);
                }
            }
        }
        return new SelectionScanner(cancel).scan(roots);
    }
}
