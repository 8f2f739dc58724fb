package app.lacuna.job;

import app.lacuna.archive.Form;
import app.lacuna.clearing.Register;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Random;

/**
 * A process of its own that backs up, removes old generations and puts back, until it is killed.
 */
final class RoundUntilKilled {
    private RoundUntilKilled() {}

    static Round round(Path source, Path drive) {
        return RoundsForTests.round(source, drive, Form.ZIP, new Keep(3, 0, 0, 0));
    }

    /** Arguments: state folder, source, drive, seed. */
    public static void main(String[] arguments) throws IOException {
        Register.start(Path.of(arguments[0]));
        Path source = Path.of(arguments[1]);
        Round round = round(source, Path.of(arguments[2]));
        Random random = new Random(Long.parseLong(arguments[3]));
        System.out.println("started");
        while (true) {
            Path file = source.resolve("file " + random.nextInt(6));
            byte[] bytes = new byte[random.nextInt(300_000)];
            random.nextBytes(bytes);
            Files.write(file, bytes);
            RoundsForTests.run(
                    round, Instant.now(), new RoundRunJob.Wish(random.nextInt(3) == 0, false));
            if (random.nextInt(3) == 0) {
                List<Generation> all = Moment.store(round).present();
                RoundsForTests.putBack(round, all.get(random.nextInt(all.size())));
            }
        }
    }
}
