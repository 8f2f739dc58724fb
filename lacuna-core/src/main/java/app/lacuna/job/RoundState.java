package app.lacuna.job;

import app.lacuna.error.DestinationMissing;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.staging.FreeSpace;
import app.lacuna.staging.SameDevice;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * What is known of a backup without its password.
 *
 * @param place where its generations lie; nothing if that is not there, or not begun
 * @param free bytes at its destination; nothing if that is not there
 * @param besidesOriginals whether copies and originals would be lost with the same drive
 * @param undo the latest putting back that can be taken back
 */
public record RoundState(
        Round round,
        Optional<Path> place,
        List<Kept> generations,
        OptionalLong free,
        boolean besidesOriginals,
        Optional<Path> undo) {
    private static final Duration HALF_A_DAY = Duration.ofHours(12);

    public RoundState {
        generations = List.copyOf(generations);
    }

    /**
     * One that is in the list.
     *
     * @param bytes of its file; nothing if that is gone
     */
    public record Kept(Generation generation, OptionalLong bytes) {
        public boolean isThere() {
            return bytes.isPresent();
        }
    }

    /**
     * @param round a backup
     */
    public static RoundState of(Round round) throws IOException {
        try {
            GenerationStore store = Moment.store(round);
            List<Kept> kept = new ArrayList<>();
            for (Generation each : store.listed()) {
                kept.add(new Kept(each, size(each.file())));
            }
            return new RoundState(
                    round,
                    Optional.of(store.folder()),
                    kept,
                    free(store.folder()),
                    isBesidesOriginals(round, store.folder()),
                    store.restores().undoable().stream().findFirst());
        } catch (DestinationMissing e) {
            boolean there = Files.isDirectory(round.folder());
            return new RoundState(
                    round,
                    Optional.empty(),
                    List.of(),
                    there ? free(round.folder()) : OptionalLong.empty(),
                    there && isBesidesOriginals(round, round.folder()),
                    Optional.empty());
        }
    }

    /** Of a destination that does not answer. */
    public static RoundState away(Round round) {
        return new RoundState(
                round, Optional.empty(), List.of(), OptionalLong.empty(), false, Optional.empty());
    }

    private static OptionalLong free(Path folder) {
        long bytes = FreeSpace.at(folder);
        return bytes == Long.MAX_VALUE ? OptionalLong.empty() : OptionalLong.of(bytes);
    }

    private static OptionalLong size(Path file) {
        try {
            return Files.isRegularFile(file)
                    ? OptionalLong.of(Files.size(file))
                    : OptionalLong.empty();
        } catch (IOException e) {
            return OptionalLong.empty(); // its drive has gone this moment
        }
    }

    private static boolean isBesidesOriginals(Round round, Path folder) throws IOException {
        for (Path root : round.roots()) {
            if (Files.exists(root) && SameDevice.of(root, folder)) {
                return true;
            }
        }
        return false;
    }

    /** Whether it was run before and its drive is not there now. */
    public boolean isAway() {
        return place.isEmpty() && round.backup().map(Backup::begun).orElse(false);
    }

    public long bytes() {
        return generations.stream().mapToLong(each -> each.bytes().orElse(0)).sum();
    }

    public Optional<Generation> latest() {
        return generations.stream().map(Kept::generation).reduce((before, each) -> each);
    }

    /** Until when the last one is known to be how everything was. */
    public Optional<Instant> lastRun() {
        return latest().map(Generation::sameUntil);
    }

    /** Not known as long as it is not known when it was run. */
    public Optional<Instant> dueAt() {
        return isAway()
                ? Optional.empty()
                : round.backup().flatMap(backup -> backup.dueAt(lastRun()));
    }

    public boolean isDue(Instant now) {
        return dueAt().filter(due -> !due.isAfter(now)).isPresent();
    }

    /**
     * Whether a timer that fires once a day runs it now: it is due, or will be before the timer has
     * half of its day behind it. Otherwise the minutes of the last run would delay the next by a
     * day. What has no interval, and what is not there to be asked, is run.
     */
    public boolean isDueToday(Instant now) {
        return dueAt().filter(due -> due.isAfter(now.plus(HALF_A_DAY))).isEmpty();
    }

    /** How many more of the size that they have on average; nothing as long as there is none. */
    public OptionalLong roomForMore() {
        long there = generations.stream().filter(Kept::isThere).count();
        return there == 0 || bytes() == 0 || free.isEmpty()
                ? OptionalLong.empty()
                : OptionalLong.of(free.getAsLong() / Math.max(1, bytes() / there));
    }
}
