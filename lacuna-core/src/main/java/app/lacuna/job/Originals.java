package app.lacuna.job;

import app.lacuna.clearing.Batch;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.ReadableFile.Sort;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import app.lacuna.verify.ProofEntry;
import app.lacuna.verify.ProofReport;
import app.lacuna.verify.Verdict;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What was packed and is still there to be read: made just before the archive gets its name, so
 * that the files are remembered from the moment on at which they are loose ends.
 */
final class Originals {
    private final Batch batch;
    private final List<FileItem> items;
    private final boolean listed;
    private List<ReadableFile> files = List.of();

    /**
     * @param digests whether the proof has them, since somebody wants to clear the files
     */
    Originals(Path archive, List<FileItem> items, boolean digests) {
        this.items = items;
        this.listed = digests || items.size() <= Batch.MOST_LISTED;
        batch = Batch.begin(LooseEnd.Kind.ORIGINAL, Optional.of(archive));
        batch.readable(
                items.stream()
                        .filter(item -> item.path().indexOf('/') < 0)
                        .map(FileItem::source)
                        .toList());
    }

    /** Gives the archive its names. */
    @FunctionalInterface
    interface Publishing {
        List<Path> publish() throws IOException;
    }

    /** From here on they are loose ends, unless the archive does not get its names. */
    List<Path> whilePublishing(
            Optional<String> fingerprint, Optional<ProofReport> proof, Publishing publishing)
            throws IOException {
        List<Path> names = List.of();
        try {
            names = publishing.publish();
            return names;
        } finally {
            packed(names, fingerprint, proof);
        }
    }

    /**
     * @param names of the archive's files; none if they could not get them
     */
    private void packed(
            List<Path> names, Optional<String> fingerprint, Optional<ProofReport> proof) {
        if (names.isEmpty()) {
            batch.settle(List.of());
            return;
        }
        Optional<Path> archive = Optional.of(names.get(names.size() - 1));
        if (listed) {
            files = files(items, proof);
        }
        Optional<Instant> proved = proof.map(report -> Instant.now());
        batch.settle(archive, fingerprint, proved, listed ? files : tops());
    }

    /** Of very many files a list would cost more memory than packing them. */
    private List<ReadableFile> tops() {
        return items.stream()
                .filter(item -> item.path().indexOf('/') < 0)
                .map(
                        item ->
                                item.kind() == ItemKind.FOLDER
                                        ? file(item, Sort.TREE, Optional.empty())
                                        : file(item))
                .toList();
    }

    List<ReadableFile> files() {
        return files;
    }

    /** As they were when they were packed, with the digest of those that the proof found alike. */
    private static List<ReadableFile> files(List<FileItem> items, Optional<ProofReport> proof) {
        Map<String, ProofEntry> verdicts = new HashMap<>();
        proof.ifPresent(
                report -> report.entries().forEach(entry -> verdicts.put(entry.path(), entry)));
        List<ReadableFile> files = new ArrayList<>(items.size());
        for (FileItem item : items) {
            Optional<ProofEntry> verdict = Optional.ofNullable(verdicts.get(item.path()));
            files.add(
                    file(item)
                            .withSha256(
                                    verdict.filter(known -> known.verdict() == Verdict.IDENTICAL)
                                            .flatMap(ProofEntry::sha256)));
        }
        return files;
    }

    private static ReadableFile file(FileItem item) {
        Optional<String> key = Optional.empty();
        try {
            key = ReadableFile.now(item.source(), item.path()).key();
        } catch (IOException e) {
            key = Optional.empty(); // gone since: the next scan detects it
        }
        Sort sort =
                switch (item.kind()) {
                    case FILE -> Sort.FILE;
                    case LINK -> Sort.LINK;
                    case FOLDER -> Sort.FOLDER;
                };
        return file(item, sort, key);
    }

    private static ReadableFile file(FileItem item, Sort sort, Optional<String> key) {
        return new ReadableFile(
                item.source(),
                item.path(),
                sort,
                sort == Sort.FILE ? item.size() : 0,
                item.modified(),
                key,
                Optional.empty(),
                Optional.empty());
    }
}
