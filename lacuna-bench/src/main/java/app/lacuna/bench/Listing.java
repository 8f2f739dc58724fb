package app.lacuna.bench;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Level;
import app.lacuna.job.Archives;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Listing an archive of 1 GB with hidden names, beside a plain one and beside reading it all. */
final class Listing {
    private final Path folder;

    Listing(Path folder) {
        this.folder = folder;
    }

    record Result(double hidden, double plain, double everything) {}

    Result run() throws IOException {
        System.err.println("measuring: listing 1 GB with hidden names");
        Path files = Corpus.ONE_LARGE.in(folder);
        Path more = Corpus.SMALL.in(folder).resolve("part-0");
        Path hidden = pack("hidden.zip", Names.HIDDEN, files, more);
        Path plain = pack("plain.zip", Names.VISIBLE, files, more);
        Stopwatch hiddenWatch = new Stopwatch();
        Stopwatch plainWatch = new Stopwatch();
        Stopwatch allWatch = new Stopwatch();
        for (int run = 0; run < 9; run++) {
            hiddenWatch.time(() -> list(hidden));
            plainWatch.time(() -> list(plain));
        }
        for (int run = 0; run < 3; run++) {
            allWatch.time(() -> check(hidden));
        }
        Files.delete(hidden);
        Files.delete(plain);
        return new Result(hiddenWatch.median(), plainWatch.median(), allWatch.median());
    }

    private Path pack(String name, Names names, Path... roots) throws IOException {
        Path archive = folder.resolve(name);
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never()).scan(List.of(roots)),
                        archive,
                        PackOptions.STANDARD.withNames(names).withLevel(Level.STORE),
                        Existing.REPLACE,
                        PackRequest.AfterPacking.TRUST);
        try (Secret secret = Secret.takeOver(LacunaTool.PASSWORD.toCharArray())) {
            new PackJob(request, Optional.of(secret), ProgressListener.none(), CancelToken.never())
                    .run();
        }
        return archive;
    }

    /** Both with the password, so that both derive keys. */
    private static void list(Path archive) throws IOException {
        try (ArchiveReader locked = Archives.open(archive);
                Secret secret = Secret.takeOver(LacunaTool.PASSWORD.toCharArray());
                OpenedArchive reader = locked.open(secret)) {
            if (reader.listing().entries().size() < 500) {
                throw new IOException("not all is listed");
            }
        }
    }

    private static void check(Path archive) throws IOException {
        try (ArchiveReader locked = Archives.open(archive);
                Secret secret = Secret.takeOver(LacunaTool.PASSWORD.toCharArray());
                OpenedArchive reader = locked.open(secret)) {
            byte[] buffer = new byte[1 << 17];
            for (var entry : reader.listing().entries()) {
                try (var in = reader.open(entry)) {
                    while (in.read(buffer) > 0) {
                        // all of it is decrypted
                    }
                }
            }
        }
    }
}
