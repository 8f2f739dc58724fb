package app.lacuna.job;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.OpenedFile;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscLabel;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.Recovery;
import app.lacuna.extract.ExtractReport;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;

/** Sets of small discs, for tests. */
public final class Discs {
    public static final String PASSWORD = "ebb and flood";

    private Discs() {}

    public static DiscOrder order(long bytes, Spread spread, Recovery recovery) {
        return new DiscOrder(
                DiscKind.ofBytes(bytes),
                spread,
                recovery,
                new DiscLabel("SALTMARSH"),
                Optional.of("the dyke"),
                Instant.parse("2026-11-26T10:00:00Z"),
                ZoneOffset.UTC,
                Locale.ENGLISH);
    }

    /** Noise, in folders: it takes as much packed as it is. */
    public static Path photographs(Path parent, int files, int mostBytes) throws IOException {
        Path tree = Files.createDirectories(parent.resolve("season"));
        Random chance = new Random(7);
        for (int i = 0; i < files; i++) {
            Path inside = Files.createDirectories(tree.resolve("trench-" + i % 3));
            byte[] noise = new byte[mostBytes / 3 + chance.nextInt(mostBytes * 2 / 3)];
            chance.nextBytes(noise);
            Files.write(inside.resolve("photo " + i + ".jpg"), noise);
        }
        Files.createDirectory(tree.resolve("to-be-scanned"));
        Files.writeString(tree.resolve("nothing.txt"), "");
        return tree;
    }

    /** What can be made smaller. */
    public static Path texts(Path parent) throws IOException {
        Path tree = Files.createDirectories(parent.resolve("texts"));
        Files.writeString(tree.resolve("diary.txt"), "low tide at seven\n".repeat(9_000));
        return tree;
    }

    public static DiscsResult write(DiscOrder order, PackOptions options, Path folder, Path tree)
            throws IOException {
        boolean locked = options.protection().needsPassword();
        try (Secret secret = TestTrees.secret(PASSWORD)) {
            return new PackDiscsJob(
                            TestTrees.scan(tree),
                            options,
                            PackRequest.AfterPacking.PROVE,
                            order,
                            folder,
                            ProgressListener.none(),
                            CancelToken.never())
                    .run(locked ? Optional.of(secret) : Optional.empty())
                    .discs();
        }
    }

    public static ExtractReport extract(List<Path> discs, Path target) throws IOException {
        ArchiveReader reader = Archives.discs(discs, Limits.STANDARD, Nested.AS_A_FILE);
        try (OpenedArchive opened = OpenedFile.of(reader, PASSWORD)) {
            return Jobs.extract(opened, target);
        }
    }

    public static DiscsRepaired repair(List<Path> images, Path folder) throws IOException {
        return new RepairDiscsJob(images, folder, ProgressListener.none(), CancelToken.never())
                .run();
    }
}
