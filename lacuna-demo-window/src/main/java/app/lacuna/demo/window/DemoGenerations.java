package app.lacuna.demo.window;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.demo.DemoData;
import app.lacuna.demo.DemoSize;
import app.lacuna.job.RoundRunJob;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import app.lacuna.state.StateFolder;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/**
 * The rounds of the story that keep generations: two weeks of the Evening copy, and the Season
 * archive, which is due. They are made by real runs, with the clock of each evening.
 */
final class DemoGenerations {
    static final String EVENING = "Evening copy";
    private static final String SEASON = "Season archive";
    private static final int EVENINGS = 14;
    private static final int HALF_A_YEAR = 182;
    private static final int PHOTOGRAPH = 90_000;

    private final Path tablet;
    private final Path drives;
    private final String password;
    private final Random chance = new Random(0x5ea50);

    /**
     * @param outbox of the demo
     */
    DemoGenerations(Path outbox, String password) {
        this.tablet = outbox.resolve("field tablet");
        this.drives = outbox.resolve("drives");
        this.password = password;
    }

    /** Unless they are there already. */
    void make() throws IOException {
        RoundStore store = new RoundStore(StateFolder.ofThisUser());
        if (store.rounds().stream().anyMatch(round -> round.name().equals(EVENING))) {
            return;
        }
        DemoEnds.clear(tablet);
        DemoEnds.clear(drives);
        Path trench = new DemoData(tablet, DemoSize.SMALL).write().get(0);
        Round season = round(SEASON, trench, "Shelf drive", HALF_A_YEAR);
        run(season, evening(HALF_A_YEAR + 4), false);
        Round copy = round(EVENING, trench, "Field drive", 1);
        for (int day = 1; day <= EVENINGS; day++) {
            work(trench, day);
            run(copy, evening(EVENINGS + 1 - day), day == 8);
        }
        store.save(begun(copy));
        store.save(begun(season));
    }

    private Round round(String name, Path trench, String drive, int days) throws IOException {
        return new Round(
                        name,
                        List.of(trench),
                        List.of(),
                        true,
                        Files.createDirectories(drives.resolve(drive)),
                        name,
                        Protection.AES_256,
                        Names.HIDDEN,
                        Method.DEFLATE,
                        Optional.empty())
                .with(Backup.usual().every(Optional.of(Duration.ofDays(days))));
    }

    private static Round begun(Round round) {
        return round.with(round.backup().orElseThrow().asBegun());
    }

    private static Instant evening(int daysAgo) {
        return LocalDate.now()
                .minusDays(daysAgo)
                .atTime(LocalTime.of(18, 3))
                .atZone(ZoneId.systemDefault())
                .toInstant();
    }

    /** What a day at the trench changes. */
    private void work(Path trench, int day) throws IOException {
        Path register = trench.resolve("finds register/register.csv");
        Files.createDirectories(register.getParent());
        Files.writeString(
                register,
                "C-%d;%d.%02d;sherd\n".formatted(300 + day, day, chance.nextInt(100)).repeat(day),
                StandardCharsets.UTF_8,
                StandardOpenOption.CREATE,
                StandardOpenOption.APPEND);
        for (int number = 0; number < chance.nextInt(5); number++) {
            photograph(trench, "C-%d_find_%d.jpg".formatted(300 + day, number));
        }
        if (day == EVENINGS - 1) {
            photograph(trench, "C-121_section.jpg");
        } else if (day == EVENINGS) {
            Files.delete(trench.resolve("photographs/C-121_section.jpg"));
        }
    }

    /** Nobody looks at it: it only takes room. */
    private void photograph(Path trench, String name) throws IOException {
        byte[] noise = new byte[PHOTOGRAPH + chance.nextInt(PHOTOGRAPH)];
        chance.nextBytes(noise);
        Files.write(trench.resolve("photographs").resolve(name), noise);
    }

    private void run(Round round, Instant when, boolean whole) throws IOException {
        try (Secret secret = Secret.takeOver(password.toCharArray())) {
            new RoundRunJob(
                            round,
                            secret,
                            new RoundRunJob.Wish(whole, false),
                            Clock.fixed(when, ZoneId.systemDefault()),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
    }
}
