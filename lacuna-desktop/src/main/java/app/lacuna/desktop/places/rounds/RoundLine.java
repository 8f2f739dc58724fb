package app.lacuna.desktop.places.rounds;

import app.lacuna.job.RoundState;
import app.lacuna.rounds.Round;
import java.time.Instant;
import java.util.Optional;

/**
 * A round in the list.
 *
 * @param state if it has generations and they could be looked at
 */
record RoundLine(Round round, Optional<RoundState> state) {
    boolean isBackup() {
        return round.backup().isPresent();
    }

    boolean isDue(Instant now) {
        return state.filter(known -> known.isDue(now)).isPresent();
    }
}
