package app.lacuna.desktop.session;

import app.lacuna.desktop.words.FailureText;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.DiscMissing;
import app.lacuna.error.LimitExceeded;
import app.lacuna.error.VolumeMissing;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** What went wrong with the archive on the page, and what can be done about it. */
public final class Troubles {
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Offer> offer = new ReadOnlyObjectWrapper<>(Offer.NONE);
    private List<Path> files = List.of();

    /**
     * @param of the archive, or the discs, that it happened with
     * @param salvaged whether it is already what is left of a damaged one
     */
    public void tell(Throwable cause, List<Path> of, boolean salvaged) {
        boolean damaged = cause instanceof DamagedArchive || cause instanceof VolumeMissing;
        tell(FailureText.of(cause));
        if (cause instanceof LimitExceeded) {
            offer(Offer.ALL_THE_SAME, of);
        } else if (cause instanceof DiscMissing) {
            offer(Offer.OTHER_DISC, of);
        } else {
            offer(damaged && !salvaged ? Offer.SALVAGE : Offer.NONE, of);
        }
    }

    public void tell(FailureText text) {
        failure.set(Optional.of(text));
    }

    void offer(Offer now, List<Path> of) {
        files = of;
        offer.set(of.isEmpty() ? Offer.NONE : now);
    }

    public void clear() {
        failure.set(Optional.empty());
        offer(Offer.NONE, List.of());
    }

    /** What the offer is about. */
    public List<Path> files() {
        return files;
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }

    /** What could be done about an archive that did not open, or is damaged. */
    public ReadOnlyObjectProperty<Offer> offer() {
        return offer.getReadOnlyProperty();
    }
}
