package app.lacuna.crash;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.Extractor;
import app.lacuna.job.Jobs;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;

/** Extracts an archive into an empty folder, or over an older copy of one of its files. */
final class ExtractScenario implements Scenario {
    private static final Path TARGET = CrashSimulation.TOP.resolve("target");
    private static final Path REPLACED = TARGET.resolve("season").resolve("levels.csv");
    private static final String OLDER = "levels of last winter";

    private final ConflictRule onConflict;
    private Set<String> originals = Set.of();

    ExtractScenario(ConflictRule onConflict) {
        this.onConflict = onConflict;
    }

    @Override
    public void prepare() throws IOException {
        Season season = Season.make();
        originals = season.contents();
        Files.createDirectory(PackScenario.OUT);
        PackScenario.pack(
                season.folder(), PackOptions.STANDARD, Existing.KEEP, OptionalLong.empty());
        if (onConflict != ConflictRule.FAIL) {
            Files.createDirectories(REPLACED.getParent());
            Files.writeString(REPLACED, OLDER);
        }
    }

    @Override
    public void run() throws IOException {
        ExtractOptions options =
                ExtractOptions.of(TARGET, onConflict)
                        .leaving(LooseEnd.Kind.EXTRACTED, PackScenario.ARCHIVE);
        try (OpenedArchive reader = Jobs.open(PackScenario.ARCHIVE, Season.PASSWORD)) {
            new Extractor(reader, options, ProgressListener.none(), CancelToken.never())
                    .extract(reader.listing().entries());
        }
        Promises.report();
    }

    @Override
    public void check() throws IOException {
        assertThat(Promises.wholeArchives(PackScenario.OUT, Season.PASSWORD))
                .containsExactly(PackScenario.ARCHIVE);
        assertThat(Promises.contents(CrashSimulation.TOP.resolve("season"))).isEqualTo(originals);
        Set<String> contents = Promises.contents(TARGET);
        if (Promises.isReported()) {
            assertThat(contents).as("all files are complete").containsAll(originals);
            contents.removeAll(originals);
            assertThat(contents).isSubsetOf(OLDER);
        }
        if (onConflict == ConflictRule.OVERWRITE) {
            String now = Files.readString(REPLACED);
            assertThat(originals.contains(now) || now.equals(OLDER))
                    .as("the older file or all of the new one")
                    .isTrue();
        } else if (onConflict == ConflictRule.KEEP_BOTH) {
            assertThat(REPLACED).hasContent(OLDER);
        }
        List<Path> extracted = new ArrayList<>(Promises.files(TARGET));
        extracted.removeIf(file -> file.equals(REPLACED));
        Promises.areKnown(extracted);
    }
}
