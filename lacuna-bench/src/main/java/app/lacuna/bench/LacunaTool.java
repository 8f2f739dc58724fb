package app.lacuna.bench;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.edit.PendingChanges;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.Extractor;
import app.lacuna.job.Archives;
import app.lacuna.job.ChangeJob;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.RelockJob;
import app.lacuna.job.RelockRequest;
import app.lacuna.job.RewriteTarget;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import app.lacuna.verify.Proof;
import app.lacuna.verify.ProofReport;
import java.io.IOException;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The whole of Lacuna, as its front ends call it; packing without the proof, which is its own job.
 */
final class LacunaTool implements Tool {
    static final String PASSWORD = "ebb and flood";

    @Override
    public String name() {
        return "Lacuna";
    }

    @Override
    public Set<Job> jobs() {
        return EnumSet.allOf(Job.class);
    }

    @Override
    public void run(Job job, Path folder, Path archive, Path target) throws IOException {
        switch (job) {
            case PACK_AES -> pack(folder, archive, PackOptions.STANDARD);
            case PACK_AES_STORED ->
                    pack(folder, archive, PackOptions.STANDARD.withLevel(Level.STORE));
            case PACK_OPEN ->
                    pack(folder, archive, PackOptions.STANDARD.withProtection(Protection.NONE));
            case PACK_HIDDEN -> pack(folder, archive, PackOptions.STANDARD.withNames(Names.HIDDEN));
            case PACK_BACKUP ->
                    pack(
                            folder,
                            archive,
                            PackOptions.backup(Form.BACKUP, Method.ZSTD, Level.BALANCED));
            case EXTRACT_AES -> extract(archive, target);
            case PROVE -> prove(folder, archive);
            case CHANGE -> change(archive, target);
            case RELOCK -> relock(archive);
        }
    }

    private static FileSelection scan(Path folder) {
        return new SelectionScanner(CancelToken.never()).scan(List.of(folder));
    }

    private static void pack(Path folder, Path archive, PackOptions options) throws IOException {
        PackRequest request =
                new PackRequest(
                        scan(folder),
                        archive,
                        options,
                        Existing.REPLACE,
                        PackRequest.AfterPacking.TRUST);
        boolean locked = options.protection().needsPassword();
        try (Secret secret = Secret.takeOver(PASSWORD.toCharArray())) {
            Optional<Secret> password = locked ? Optional.of(secret) : Optional.empty();
            new PackJob(request, password, ProgressListener.none(), CancelToken.never()).run();
        }
    }

    private static void extract(Path archive, Path target) throws IOException {
        try (ArchiveReader locked = Archives.open(archive);
                Secret secret = Secret.takeOver(PASSWORD.toCharArray());
                OpenedArchive reader = locked.open(secret)) {
            ExtractReport report =
                    new Extractor(
                                    reader,
                                    ExtractOptions.of(target, ConflictRule.FAIL),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .extract(reader.listing().entries());
            if (!report.isComplete()) {
                throw new IOException("not everything came out");
            }
        }
    }

    private static void prove(Path folder, Path archive) throws IOException {
        try (ArchiveReader locked = Archives.open(archive);
                Secret secret = Secret.takeOver(PASSWORD.toCharArray());
                OpenedArchive reader = locked.open(secret)) {
            ProofReport report =
                    new Proof(reader, ProgressListener.none(), CancelToken.never())
                            .against(scan(folder).items());
            if (!report.archiveIsWhole()) {
                throw new IOException("the proof failed");
            }
        }
    }

    private static void change(Path archive, Path added) throws IOException {
        PendingChanges changes;
        try (ArchiveReader reader = Archives.open(archive)) {
            changes = new PendingChanges(reader.outside().entries());
            changes.remove(List.of(firstFile(reader)));
        }
        try (Secret secret = Secret.takeOver(PASSWORD.toCharArray())) {
            changes.put(scan(added).items());
            new ChangeJob(
                            new RewriteTarget(archive, archive),
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run(changes.plan());
        }
    }

    private static String firstFile(ArchiveReader reader) {
        return reader.outside().entries().stream()
                .filter(entry -> entry.kind() == ItemKind.FILE)
                .findFirst()
                .orElseThrow()
                .path();
    }

    private static void relock(Path archive) throws IOException {
        RelockRequest request =
                new RelockRequest(
                        RewriteTarget.inPlace(archive),
                        Protection.AES_256,
                        Names.VISIBLE,
                        Optional.empty());
        try (Secret before = Secret.takeOver(PASSWORD.toCharArray());
                Secret after = Secret.takeOver("another".toCharArray())) {
            new RelockJob(request, ProgressListener.none(), CancelToken.never())
                    .run(Optional.of(before), Optional.of(after));
        }
    }
}
