package app.lacuna.desktop.places.rounds;

import app.lacuna.common.Secret;
import java.util.Optional;
import java.util.concurrent.CancellationException;

/**
 * A password that several jobs use one after the other: each takes a copy when it begins, and gets
 * none any more once it has been let go of. Safe to use from several threads.
 */
final class HeldSecret {
    private Optional<Secret> secret = Optional.empty();

    /**
     * @param taken over
     */
    synchronized void hold(Secret taken) {
        letGo();
        secret = Optional.of(taken);
    }

    /** It is wiped. */
    synchronized void letGo() {
        secret.ifPresent(Secret::close);
        secret = Optional.empty();
    }

    /**
     * The caller closes it.
     *
     * @throws CancellationException if it has been let go of
     */
    synchronized Secret copy() {
        return secret.orElseThrow(CancellationException::new).copy();
    }
}
