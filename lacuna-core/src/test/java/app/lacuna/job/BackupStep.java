package app.lacuna.job;

import app.lacuna.archive.Form;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.clearing.Register;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;

/** One job of a backup in a process of its own, which a failpoint stops. */
final class BackupStep {
    private BackupStep() {}

    /** Arguments: folder of the model, job, time, a number that chooses the generation. */
    public static void main(String[] arguments) throws IOException {
        Path place = Path.of(arguments[0]);
        Register.start(place.resolve("state"));
        Round round =
                RoundsForTests.round(
                        place.resolve("source"),
                        place.resolve("drive"),
                        Form.ZIP,
                        new Keep(3, 0, 0, 0));
        Instant time = Instant.parse(arguments[2]);
        int number = Integer.parseInt(arguments[3]);
        switch (arguments[1]) {
            case "run" ->
                    RoundsForTests.run(round, time, new RoundRunJob.Wish(number % 2 == 0, false));
            case "restore" -> restore(round, number);
            case "undo" -> undo(round);
            default ->
                    new RoundPruneJob(Moment.store(round), new Keep(3, 0, 0, 0), ZoneOffset.UTC)
                            .run();
        }
    }

    private static void restore(Round round, int number) throws IOException {
        List<Generation> present = Moment.store(round).present();
        if (!present.isEmpty()) {
            RoundsForTests.putBack(round, present.get(number % present.size()));
        }
    }

    private static void undo(Round round) throws IOException {
        List<Path> possible = UndoJob.possible(Moment.store(round));
        if (!possible.isEmpty()) {
            try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
                new UndoJob(
                                Moment.store(round),
                                password,
                                ProgressListener.none(),
                                CancelToken.never())
                        .run(possible.get(0));
            }
        }
    }
}
