package app.lacuna.crash;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackResult;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;

/** Packs into a new archive, over an older one, or into volumes. */
record PackScenario(PackOptions options, Existing existing, OptionalLong volumeBytes)
        implements Scenario {
    static final Path OUT = CrashSimulation.TOP.resolve("out");
    static final Path ARCHIVE = OUT.resolve("winter.zip");

    static Scenario usual() {
        return new PackScenario(PackOptions.STANDARD, Existing.KEEP, OptionalLong.empty());
    }

    static Scenario hidden() {
        return new PackScenario(
                PackOptions.STANDARD.withNames(Names.HIDDEN), Existing.KEEP, OptionalLong.empty());
    }

    static Scenario replacing() {
        return new PackScenario(PackOptions.STANDARD, Existing.REPLACE, OptionalLong.empty());
    }

    static Scenario volumes() {
        return new PackScenario(PackOptions.STANDARD, Existing.KEEP, OptionalLong.of(100_000));
    }

    @Override
    public void prepare() throws IOException {
        Season season = Season.make();
        Files.createDirectory(OUT);
        if (volumeBytes.isPresent()) {
            byte[] noise = new byte[250_000];
            new java.util.Random(7).nextBytes(noise);
            Files.write(season.folder().resolve("C-104.jpg"), noise);
        }
        if (existing.replaces()) {
            Path older = Files.createDirectory(CrashSimulation.TOP.resolve("older"));
            Files.writeString(older.resolve("diary.txt"), "last winter");
            pack(older, PackOptions.STANDARD, Existing.KEEP, OptionalLong.empty());
        }
    }

    @Override
    public void run() throws IOException {
        pack(CrashSimulation.TOP.resolve("season"), options, existing, volumeBytes);
    }

    static PackResult pack(
            Path root, PackOptions options, Existing existing, OptionalLong volumeBytes)
            throws IOException {
        PackRequest request =
                new PackRequest(
                        TestTrees.scan(root),
                        ARCHIVE,
                        options,
                        volumeBytes,
                        existing,
                        PackRequest.AfterPacking.PROVE_AND_DIGEST,
                        Optional.empty());
        try (Secret secret = TestTrees.secret(Season.PASSWORD)) {
            return new PackJob(
                            request,
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
    }

    @Override
    public void check() throws IOException {
        Path season = CrashSimulation.TOP.resolve("season");
        Set<String> originals = Promises.contents(season);
        assertThat(originals).as("originals").hasSizeGreaterThanOrEqualTo(3);
        List<Path> archives = Promises.wholeArchives(OUT, Season.PASSWORD);
        if (existing.replaces()) {
            assertThat(archives).containsExactly(ARCHIVE);
        }
        boolean packed = false;
        for (Path archive : archives) {
            Set<String> contents = Promises.contentsOf(archive, Season.PASSWORD);
            packed |= contents.equals(originals);
            assertThat(contents.equals(originals) || contents.equals(Set.of("last winter")))
                    .as("the new archive or the old one")
                    .isTrue();
        }
        if (packed) {
            Promises.areKnown(season);
        }
        if (archives.isEmpty()) {
            assertThat(Promises.files(OUT)).as("parts of no archive").isEmpty();
        }
    }
}
