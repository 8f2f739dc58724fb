package app.lacuna.job;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractOptions;
import app.lacuna.extract.ExtractReport;
import app.lacuna.extract.Extractor;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;

/** A round, its clock and its password, for tests. */
public final class RoundsForTests {
    public static final String PASSWORD = "x";

    private RoundsForTests() {}

    public static Round round(Path source, Path destination, Form form, Keep keep) {
        return new Round(
                        "Evening copy",
                        List.of(source),
                        List.of(),
                        false,
                        destination,
                        "evening-{date}.zip",
                        Protection.AES_256,
                        Names.HIDDEN,
                        Method.DEFLATE,
                        Optional.empty())
                .with(new Backup("r1", form, Level.FAST, keep, false, Optional.empty()));
    }

    public static Clock at(Instant time) {
        return Clock.fixed(time, ZoneOffset.UTC);
    }

    public static RoundRun run(Round round, Instant time) throws IOException {
        return run(round, time, RoundRunJob.Wish.USUAL);
    }

    public static RoundRun run(Round round, Instant time, RoundRunJob.Wish wish)
            throws IOException {
        try (Secret password = TestTrees.secret(PASSWORD)) {
            return new RoundRunJob(
                            round,
                            password,
                            wish,
                            at(time),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
    }

    public static Moment moment(Round round, Generation generation) throws IOException {
        GenerationStore store = Moment.store(round);
        try (Secret password = TestTrees.secret(PASSWORD)) {
            return Moment.open(
                    store, generation, password, ProgressListener.none(), CancelToken.never());
        }
    }

    public static ExtractReport takeOut(Moment moment, Path to) throws IOException {
        return new Extractor(
                        moment.archive(),
                        ExtractOptions.of(to, ConflictRule.FAIL),
                        ProgressListener.none(),
                        CancelToken.never())
                .extract(moment.archive().listing().entries());
    }

    public static List<RoundCheckJob.Checked> check(Round round) throws IOException {
        try (Secret password = TestTrees.secret(PASSWORD)) {
            return new RoundCheckJob(
                            Moment.store(round),
                            password,
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
    }

    public static PutBackJob.Result putBack(Round round, Generation generation) throws IOException {
        try (Moment moment = moment(round, generation);
                Secret password = TestTrees.secret(PASSWORD)) {
            PutBackJob job =
                    new PutBackJob(
                            round,
                            moment,
                            Clock.systemUTC(),
                            ProgressListener.none(),
                            CancelToken.never());
            return job.run(job.plan(path -> true, false), password);
        }
    }
}
