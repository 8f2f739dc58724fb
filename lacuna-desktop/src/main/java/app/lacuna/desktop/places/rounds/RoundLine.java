package app.lacuna.desktop.places.rounds;

import app.lacuna.job.RoundState;
import app.lacuna.rounds.Round;
import java.time.Instant;
import java.util.Optional;

/**
 * A round in the list.
 *
 * @param state of one with generations, as soon as they have been looked at
 */
record RoundLine(Round round, Optional<RoundState> state) {
    boolean isBackup() {
        return round.backup().isPresent();
    }

    boolean isDue(Instant now) {
        return state.filter(known -> known.isDue(now)).isPresent();
    }
}
