package app.lacuna.desktop.session;

import app.lacuna.desktop.words.FailureText;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.failure.DiscMissing;
import app.lacuna.failure.LimitExceeded;
import app.lacuna.failure.VolumeMissing;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** What went wrong with the archive on the page, and what can be done about it. */
public final class Troubles {
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Offer> offer = new ReadOnlyObjectWrapper<>(Offer.NONE);

    /**
     * @param salvaged whether it is already what is left of a damaged one
     */
    public void tell(Throwable cause, boolean salvaged) {
        boolean damaged = cause instanceof DamagedArchive || cause instanceof VolumeMissing;
        tell(FailureText.of(cause));
        if (cause instanceof LimitExceeded) {
            offer.set(Offer.ALL_THE_SAME);
        } else if (cause instanceof DiscMissing) {
            offer.set(Offer.OTHER_DISC);
        } else {
            offer.set(damaged && !salvaged ? Offer.SALVAGE : Offer.NONE);
        }
    }

    public void tell(FailureText text) {
        failure.set(Optional.of(text));
    }

    void offer(Offer now) {
        offer.set(now);
    }

    public void clear() {
        failure.set(Optional.empty());
        offer.set(Offer.NONE);
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }

    /** What could be done about an archive that did not open, or is damaged. */
    public ReadOnlyObjectProperty<Offer> offer() {
        return offer.getReadOnlyProperty();
    }
}
