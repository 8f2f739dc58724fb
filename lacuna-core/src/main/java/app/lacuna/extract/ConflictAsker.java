package app.lacuna.extract;

/** Asks whoever can decide; called on the extracting thread, which waits for the answer. */
@FunctionalInterface
public interface ConflictAsker {
    ConflictAnswer ask(Conflict conflict);
}
