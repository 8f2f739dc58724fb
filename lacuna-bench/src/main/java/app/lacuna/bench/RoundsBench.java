package app.lacuna.bench;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.job.Moment;
import app.lacuna.job.PutBackJob;
import app.lacuna.job.RoundRunJob;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.util.List;
import java.util.Optional;

/** A round over very many small files: the first run, and those when little has changed. */
final class RoundsBench {
    private static final int FOLDERS = 300;
    private static final int FILES = 1_000;
    private static final int CHANGED = 100;
    private static final int RUNS = 3;

    private final Path folder;

    RoundsBench(Path folder) {
        this.folder = folder;
    }

    /**
     * In seconds, looking at the files included.
     *
     * @param scan only the looking
     * @param compared a moment opened and held against what is there
     */
    record Result(
            int files,
            double first,
            double scan,
            double unchanged,
            double changed,
            double compared) {}

    Result run() throws IOException {
        System.err.println("measuring: rounds");
        Path season = folder.resolve("season");
        Path drive = Files.createDirectories(folder.resolve("drive"));
        fill(season);
        Round round =
                new Round(
                                "season",
                                List.of(season),
                                List.of(),
                                false,
                                drive,
                                "season",
                                Protection.AES_256,
                                Names.HIDDEN,
                                Method.DEFLATE,
                                Optional.empty())
                        .with(Backup.usual());
        Stopwatch first = new Stopwatch();
        first.time(() -> runOnce(round));
        Stopwatch scan = new Stopwatch();
        Stopwatch unchanged = new Stopwatch();
        Stopwatch changed = new Stopwatch();
        Stopwatch compared = new Stopwatch();
        for (int run = 0; run < RUNS; run++) {
            scan.time(() -> new SelectionScanner(CancelToken.never()).scan(List.of(season)));
            unchanged.time(() -> runOnce(round));
            compared.time(() -> compare(round));
            change(season, run);
            changed.time(() -> runOnce(round));
        }
        WholeJobs.deleteTree(season);
        WholeJobs.deleteTree(drive);
        return new Result(
                FOLDERS * FILES,
                first.median(),
                scan.median(),
                unchanged.median(),
                changed.median(),
                compared.median());
    }

    private static void fill(Path season) throws IOException {
        for (int i = 0; i < FOLDERS; i++) {
            Path part = Files.createDirectories(season.resolve("context " + i));
            for (int j = 0; j < FILES; j++) {
                Files.writeString(
                        part.resolve("note-" + j + ".txt"),
                        ("silt below timber " + i + "." + j + "; ").repeat(4));
            }
        }
    }

    private static void change(Path season, int run) throws IOException {
        for (int i = 0; i < CHANGED; i++) {
            Files.writeString(
                    season.resolve("context " + i).resolve("note-" + run + ".txt"),
                    "seen again",
                    StandardOpenOption.APPEND);
        }
    }

    private static void runOnce(Round round) throws IOException {
        try (Secret secret = Secret.takeOver(LacunaTool.PASSWORD.toCharArray())) {
            new RoundRunJob(
                            round,
                            secret,
                            RoundRunJob.Wish.USUAL,
                            Clock.systemDefaultZone(),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
    }

    private static void compare(Round round) throws IOException {
        GenerationStore store = Moment.store(round);
        List<Generation> all = store.present();
        try (Secret secret = Secret.takeOver(LacunaTool.PASSWORD.toCharArray());
                Moment moment =
                        Moment.open(
                                store,
                                all.get(all.size() - 1),
                                secret,
                                ProgressListener.none(),
                                CancelToken.never())) {
            PutBackJob.Plan plan =
                    new PutBackJob(
                                    round,
                                    moment,
                                    Clock.systemDefaultZone(),
                                    ProgressListener.none(),
                                    CancelToken.never())
                            .plan(path -> true, false);
            if (!plan.isNothing()) {
                throw new IOException("it is not as it was");
            }
        }
    }
}
