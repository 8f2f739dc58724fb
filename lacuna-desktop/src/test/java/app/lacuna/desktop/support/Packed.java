package app.lacuna.desktop.support;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Names;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.job.Archives;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Small archives for tests of models. Their password is "hut", if they have one. */
public final class Packed {
    private Packed() {}

    public static Secret hut() {
        return Secret.takeOver("hut".toCharArray());
    }

    /** The folder "dig" with the files "a.txt" and "b.txt". */
    public static Path dig(Path folder) throws IOException {
        Path dig = Files.createDirectories(folder.resolve("dig"));
        Files.writeString(dig.resolve("a.txt"), "first");
        Files.writeString(dig.resolve("b.txt"), "second");
        return dig;
    }

    /** The archive "notes.zip" of {@link #dig}. */
    public static Path notes(Path folder, Protection protection, Names names) throws IOException {
        return archive(folder.resolve("notes.zip"), dig(folder), protection, names);
    }

    public static Path archive(Path archive, Path from, Protection protection, Names names)
            throws IOException {
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never()).scan(List.of(from)),
                        archive,
                        PackOptions.STANDARD.withProtection(protection).withNames(names),
                        Existing.REPLACE,
                        AfterPacking.TRUST);
        try (Secret secret = hut()) {
            Optional<Secret> password =
                    protection.needsPassword() ? Optional.of(secret) : Optional.empty();
            new PackJob(request, password, ProgressListener.none(), CancelToken.never()).run();
        }
        return archive;
    }

    /** Opened with its password. */
    public static OpenedArchive open(Path archive) throws IOException {
        ArchiveReader reader = Archives.open(archive, Limits.STANDARD, Nested.AS_A_FILE);
        try (Secret secret = hut()) {
            return reader.open(
                    reader.needsPassword() ? Optional.of(secret) : Optional.empty(),
                    ProgressListener.none(),
                    CancelToken.never());
        }
    }
}
