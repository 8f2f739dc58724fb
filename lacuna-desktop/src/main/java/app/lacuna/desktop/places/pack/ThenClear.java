package app.lacuna.desktop.places.pack;

import app.lacuna.desktop.parts.clearing.How;
import java.util.Optional;

/** What becomes of the originals after the proof. */
public enum ThenClear {
    KEEP(Optional.empty()),
    TRASH(Optional.of(How.TRASH)),
    DELETE(Optional.of(How.DELETE));

    private final Optional<How> how;

    ThenClear(Optional<How> how) {
        this.how = how;
    }

    public Optional<How> how() {
        return how;
    }
}
