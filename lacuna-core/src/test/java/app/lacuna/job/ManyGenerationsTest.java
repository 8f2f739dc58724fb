package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Keep;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Two months of runs, across the night in which the clocks go back. */
@Tag("slow")
class ManyGenerationsTest {
    private static final ZoneId ZONE = ZoneId.of("Europe/Berlin");
    private static final Keep KEEP = new Keep(3, 7, 5, 2);

    @TempDir Path folder;

    private final Map<Instant, Map<String, String>> snapshots = new TreeMap<>();

    private void run(Path source, Round round, Instant time, int number) throws IOException {
        Files.writeString(source.resolve("f" + number % 9), "text " + number);
        Files.writeString(source.resolve("diary"), "day " + number);
        Files.deleteIfExists(source.resolve("f" + (number + 4) % 9));
        try (Secret password = TestTrees.secret(RoundsForTests.PASSWORD)) {
            new RoundRunJob(
                            round,
                            password,
                            RoundRunJob.Wish.USUAL,
                            Clock.fixed(time, ZONE),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
        snapshots.put(time, ModelTree.described(source));
    }

    @Test
    void run_sixtyTimes_keepsEachWantedSnapshotWhole() throws IOException {
        Path source = Files.createDirectory(folder.resolve("source"));
        Path drive = Files.createDirectory(folder.resolve("drive"));
        Round round = RoundsForTests.round(source, drive, Form.ZIP, KEEP);
        // 02:30 twice on 25 October 2026: Directive 2000/84/EC, last Sunday of October
        ZonedDateTime start = ZonedDateTime.of(2026, 10, 1, 2, 30, 0, 0, ZONE);
        List<Instant> times = new ArrayList<>();
        for (int day = 0; day < 29; day++) {
            times.add(start.plusDays(day).toInstant());
            times.add(start.plusDays(day).plusHours(9).toInstant());
        }
        times.add(start.plusDays(24).withLaterOffsetAtOverlap().toInstant());
        times.add(start.plusDays(30).toInstant());
        times.sort(Comparator.naturalOrder());
        assertThat(times).hasSize(60);
        for (int i = 0; i < times.size(); i++) {
            run(source, round, times.get(i), i);
        }
        List<Generation> left = Moment.store(round).present();
        Set<Instant> wanted = wanted(times);
        assertThat(left).extracting(Generation::time).containsAll(wanted);
        assertThat(left).allMatch(each -> wanted.contains(each.time()) || isNeeded(each, left));
        for (Generation each : left) {
            Path out = folder.resolve(each.id());
            try (Moment moment = RoundsForTests.moment(round, each)) {
                RoundsForTests.takeOut(moment, out);
            }
            assertThat(ModelTree.described(out.resolve("source")))
                    .as(each.id())
                    .isEqualTo(snapshots.get(each.time()));
        }
    }

    private static boolean isNeeded(Generation one, List<Generation> left) {
        return left.stream().anyMatch(each -> each.needs().contains(one.id()));
    }

    /** The rules once more, by the calendar of the zone. */
    private static Set<Instant> wanted(List<Instant> times) {
        Set<Instant> wanted = new HashSet<>(times.subList(times.size() - 3, times.size()));
        addNewest(times, 7, time -> time.toLocalDate().toString(), wanted);
        addNewest(times, 5, time -> "" + (time.toLocalDate().toEpochDay() + 3) / 7, wanted);
        addNewest(times, 2, time -> "" + time.getMonth(), wanted);
        return wanted;
    }

    private static void addNewest(
            List<Instant> times,
            int count,
            Function<ZonedDateTime, String> span,
            Set<Instant> wanted) {
        Map<String, Instant> newest = new TreeMap<>();
        times.forEach(time -> newest.put(span.apply(time.atZone(ZONE)), time));
        newest.values().stream()
                .sorted(Comparator.reverseOrder())
                .limit(count)
                .forEach(wanted::add);
    }
}
