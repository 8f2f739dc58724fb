package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.Register;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackResult;
import app.lacuna.staging.Existing;
import app.lacuna.trash.FreedesktopTrash;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Random trees are packed and cleared while somebody else does anything to them: between proof and
 * clearing, while a file is compared, between the comparison and the removal. No byte may be gone
 * that is not in the archive, unless they themselves have overwritten it.
 */
class ClearModelTest {
    private static final int RUNS = Integer.getInteger("clear.runs", 10);

    @TempDir Path folder;

    @Test
    void noByteIsRemovedThatIsNotInTheArchive() throws IOException {
        int removed = 0;
        int stayed = 0;
        for (int seed = 0; seed < RUNS; seed++) {
            Path place = Files.createDirectory(folder.resolve("run"));
            ClearReport report = run(seed, place);
            removed += report.count();
            stayed += report.stays().size();
            wipe(place);
        }
        assertThat(removed).as("files that went").isGreaterThan(RUNS);
        assertThat(stayed).as("files that stayed").isGreaterThan(RUNS);
    }

    private ClearReport run(long seed, Path place) throws IOException {
        Random random = new Random(seed);
        Path season = Files.createDirectory(place.resolve("season"));
        List<Path> files = tree(random, season);
        PackResult packed = pack(place, season);
        Set<String> archived = texts(season);
        SomebodyElse other = new SomebodyElse(seed, season, files);
        other.maybe();
        Evidence evidence = disturbed(new ByDigest(packed.marks(), CancelToken.never()), other);
        ClearPlan plan = new ClearPlanner(evidence, CancelToken.never()).plan(packed.originals());
        other.maybe();
        Disposal disposal =
                seed % 2 == 0
                        ? Disposal.delete()
                        : Disposal.to(
                                new FreedesktopTrash(
                                        place.resolve("data"), 0, Clock.systemDefaultZone()));
        ClearReport report =
                new ClearJob(
                                evidence,
                                disturbed(disposal, other),
                                ProgressListener.none(),
                                CancelToken.never())
                        .run(plan);
        Set<String> there = texts(place);
        for (String text : other.written()) {
            assertThat(there.contains(text) || archived.contains(text))
                    .as("seed %d: what somebody wrote is gone: %s", seed, text)
                    .isTrue();
        }
        try (Stream<Path> all = Files.walk(place)) {
            assertThat(all.map(path -> path.getFileName().toString()))
                    .as("seed %d", seed)
                    .noneMatch(name -> name.startsWith(Register.PREFIX));
        }
        return report;
    }

    private static List<Path> tree(Random random, Path season) throws IOException {
        List<Path> folders = new ArrayList<>(List.of(season));
        List<Path> files = new ArrayList<>();
        int count = 2 + random.nextInt(8);
        for (int i = 0; i < count; i++) {
            Path folder = folders.get(random.nextInt(folders.size()));
            if (random.nextInt(4) == 0) {
                folders.add(Files.createDirectory(folder.resolve("folder" + i)));
            } else {
                files.add(Files.writeString(folder.resolve("f" + i), "p" + (1000 + i)));
            }
        }
        files.add(Files.writeString(season.resolve("always"), "p9999"));
        return files;
    }

    private static PackResult pack(Path place, Path season) throws IOException {
        PackRequest request =
                new PackRequest(
                        TestTrees.scan(season),
                        place.resolve("winter.zip"),
                        PackOptions.STANDARD.withProtection(Protection.NONE),
                        OptionalLong.empty(),
                        Existing.KEEP,
                        PackRequest.AfterPacking.PROVE_AND_DIGEST,
                        Optional.empty());
        return new PackJob(request, Optional.empty(), ProgressListener.none(), CancelToken.never())
                .run();
    }

    private static Evidence disturbed(Evidence evidence, SomebodyElse other) {
        return new Evidence() {
            @Override
            public List<Path> archive() {
                return evidence.archive();
            }

            @Override
            public boolean stands() {
                return evidence.stands();
            }

            @Override
            public Optional<Stays> against(ReadableFile file) {
                other.maybe();
                return evidence.against(file);
            }

            @Override
            public Optional<Stays> compare(ReadableFile file, Path place) throws IOException {
                other.maybe();
                Optional<Stays> why = evidence.compare(file, place);
                other.maybe();
                return why;
            }
        };
    }

    private static Disposal disturbed(Disposal disposal, SomebodyElse other) {
        return new Disposal() {
            @Override
            public Optional<InTrash> dispose(Path place, Path original) throws IOException {
                other.maybe();
                Optional<InTrash> gone = disposal.dispose(place, original);
                other.maybe();
                return gone;
            }
        };
    }

    /** All contents below a place. */
    private static Set<String> texts(Path place) throws IOException {
        Set<String> texts = new HashSet<>();
        try (Stream<Path> all = Files.walk(place)) {
            for (Path path : all.toList()) {
                boolean text =
                        Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS)
                                && !path.toString().endsWith(".zip");
                if (text) {
                    texts.add(Files.readString(path));
                }
            }
        }
        return texts;
    }

    private static void wipe(Path place) throws IOException {
        try (Stream<Path> all = Files.walk(place)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(path);
            }
        }
    }
}
