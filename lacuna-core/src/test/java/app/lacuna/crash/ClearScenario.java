package app.lacuna.crash;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.PackOptions;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.clearing.TestRegister;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.job.PackResult;
import app.lacuna.looseends.ByDigest;
import app.lacuna.looseends.ClearJob;
import app.lacuna.looseends.ClearPlan;
import app.lacuna.looseends.ClearPlanner;
import app.lacuna.looseends.Disposal;
import app.lacuna.looseends.Evidence;
import app.lacuna.looseends.LooseEnds;
import app.lacuna.looseends.Seen;
import app.lacuna.looseends.TrashJob;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;

/** Clears the originals of a verified archive, takes them back from the trash, or purges them. */
final class ClearScenario implements Scenario {
    private static final Path TRASH = CrashSimulation.TOP.resolve("data/Trash/files");

    private final Job job;
    private PackResult packed;
    private Path season;
    private Set<String> originals = Set.of();

    enum Job {
        DELETE,
        TO_TRASH,
        TAKE_BACK,
        PURGE
    }

    ClearScenario(Job job) {
        this.job = job;
    }

    @SuppressWarnings("try") // it is enough that it is open
    @Override
    public void prepare() throws IOException {
        Season made = Season.make();
        season = made.folder();
        originals = made.contents();
        Files.createDirectory(PackScenario.OUT);
        try (TestRegister register = TestRegister.in(CrashSimulation.STATE.resolve("register"))) {
            packed =
                    PackScenario.pack(
                            season, PackOptions.STANDARD, Existing.KEEP, OptionalLong.empty());
            if (job == Job.TAKE_BACK || job == Job.PURGE) {
                clear(Disposal.to(Promises.trash()));
            }
        }
    }

    @Override
    public void run() throws IOException {
        switch (job) {
            case DELETE -> clear(Disposal.delete());
            case TO_TRASH -> clear(Disposal.to(Promises.trash()));
            case TAKE_BACK -> assertThat(trashJob().takeBack(inTrash()).stays()).isEmpty();
            case PURGE -> assertThat(trashJob().purge(inTrash(), evidence()).stays()).isEmpty();
        }
    }

    private Evidence evidence() {
        return new ByDigest(packed.marks(), CancelToken.never());
    }

    private void clear(Disposal disposal) {
        ClearPlan plan = new ClearPlanner(evidence(), CancelToken.never()).plan(packed.originals());
        assertThat(
                        new ClearJob(
                                        evidence(),
                                        disposal,
                                        ProgressListener.none(),
                                        CancelToken.never())
                                .run(plan)
                                .stays())
                .isEmpty();
    }

    private static TrashJob trashJob() {
        return new TrashJob(Promises.trash(), CancelToken.never());
    }

    private static List<ReadableFile> inTrash() {
        List<ReadableFile> files = new ArrayList<>();
        for (Seen seen : new LooseEnds(Optional.of(Promises.trash())).look(CancelToken.never())) {
            seen.all().stream().filter(file -> file.inTrash().isPresent()).forEach(files::add);
        }
        return files;
    }

    @Override
    public void check() throws IOException {
        List<Path> archives = Promises.wholeArchives(PackScenario.OUT, Season.PASSWORD);
        assertThat(archives).containsExactly(PackScenario.ARCHIVE);
        assertThat(Promises.contentsOf(PackScenario.ARCHIVE, Season.PASSWORD))
                .containsAll(originals);
        Set<String> contents = new HashSet<>(Promises.contents(season));
        contents.addAll(Promises.contents(TRASH));
        assertThat(originals).as("nothing torn under a name").containsAll(contents);
        if (job == Job.TO_TRASH || job == Job.TAKE_BACK) {
            assertThat(contents).as("thrown away, not deleted").isEqualTo(originals);
        }
        Promises.areKnown(season, TRASH);
    }
}
