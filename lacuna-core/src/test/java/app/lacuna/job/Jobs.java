package app.lacuna.job;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.Extractor;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalLong;

/** Whole jobs in one line, for tests. */
public final class Jobs {
    private Jobs() {}

    public static PackResult pack(Path target, PackOptions options, String password, Path... roots)
            throws IOException {
        return pack(target, options, OptionalLong.empty(), password, roots);
    }

    public static PackResult pack(
            Path target, PackOptions options, OptionalLong split, String password, Path... roots)
            throws IOException {
        PackRequest request =
                new PackRequest(
                        TestTrees.scan(roots),
                        target,
                        options,
                        split,
                        Existing.KEEP,
                        PackRequest.AfterPacking.PROVE,
                        Optional.empty());
        boolean locked = options.protection().needsPassword();
        try (Secret secret = TestTrees.secret(password)) {
            return new PackJob(
                            request,
                            locked ? Optional.of(secret) : Optional.empty(),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
    }

    /** Unlocked if there is something to unlock. */
    public static OpenedArchive open(Path archive, String password) throws IOException {
        return OpenedFile.of(Archives.open(archive), password);
    }

    public static ExtractReport extract(Path archive, String password, Path target)
            throws IOException {
        try (OpenedArchive reader = open(archive, password)) {
            return extract(reader, target);
        }
    }

    public static ExtractReport extract(OpenedArchive reader, Path target) throws IOException {
        return new Extractor(
                        reader,
                        ExtractOptions.of(target, ConflictRule.FAIL),
                        ProgressListener.none(),
                        CancelToken.never())
                .extract(reader.listing().entries());
    }
}
