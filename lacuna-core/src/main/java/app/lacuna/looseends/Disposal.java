package app.lacuna.looseends;

import app.lacuna.clearing.Cleared;
import app.lacuna.clearing.Clearer;
import app.lacuna.clearing.InTrash;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** How something goes. */
public interface Disposal {
    /**
     * @param place where it is at the moment
     * @param original where it was
     * @return where it is now, if it can be taken back from there
     */
    Optional<InTrash> dispose(Path place, Path original) throws IOException;

    /** Whether it has to lie under its own name by then. */
    default boolean wantsItUnderItsName() {
        return false;
    }

    /** Nothing of it is left that this program knows of. */
    static Disposal delete() {
        return (place, original) -> {
            Cleared cleared = Clearer.delete(place);
            if (cleared.cause().isPresent()) {
                throw cleared.cause().get();
            }
            return Optional.empty();
        };
    }

    static Disposal to(Trash trash) {
        return new Disposal() {
            @Override
            public Optional<InTrash> dispose(Path place, Path original) throws IOException {
                return trash.put(place, original);
            }

            @Override
            public boolean wantsItUnderItsName() {
                return trash.wantsItUnderItsName();
            }
        };
    }
}
