package app.lacuna.extract;

import static java.util.Objects.requireNonNull;

import app.lacuna.clearing.Aside;
import app.lacuna.clearing.Clearer;
import app.lacuna.common.CancelToken;
import app.lacuna.files.Presence;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.nio.file.DirectoryNotEmptyException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/**
 * Replaces and deletes items, each only while it is what was promised. The present item is moved
 * out of the reach of other programs first, then compared, then replaced: an edit made in the
 * meantime is never lost. The next start of the program moves back what a killed process had moved.
 */
final class GuardedReplacement implements AutoCloseable {
    private final CancelToken cancel;
    private Optional<Aside> open = Optional.empty();

    /** Gives the new item its name, and fails if the name is taken. */
    @FunctionalInterface
    interface Publication {
        void publish(Path place) throws IOException;
    }

    GuardedReplacement(CancelToken cancel) {
        this.cancel = cancel;
    }

    /** False if the place contains something else; it stays as it is then. */
    boolean replace(Path place, Promise promise, Publication publication) throws IOException {
        if (promise.kind().isEmpty() || Presence.of(place) == Presence.ABSENT) {
            return isPublished(place, publication);
        }
        if (promise.kind().get() == ItemKind.FOLDER) {
            return isEmptyFolderDeleted(place) && isPublished(place, publication);
        }
        Optional<Path> taken = take(place, promise);
        if (taken.isEmpty()) {
            return false;
        }
        boolean done = false;
        try {
            done = isPublished(place, publication);
            return done;
        } finally {
            if (done) {
                Clearer.delete(taken.get());
            } else {
                open.orElseThrow().putBack(taken.get());
            }
        }
    }

    /** False if the place contains something else; it stays as it is then. */
    boolean delete(Path place, Promise promise) throws IOException {
        if (promise.kind().equals(Optional.of(ItemKind.FOLDER))) {
            return isEmptyFolderDeleted(place);
        }
        Optional<Path> taken = promise.kind().isEmpty() ? Optional.empty() : take(place, promise);
        if (taken.isEmpty()) {
            return false;
        }
        Optional<IOException> failure = Clearer.delete(taken.get()).cause();
        if (failure.isPresent()) {
            open.orElseThrow().putBack(taken.get());
            throw failure.get();
        }
        return true;
    }

    private Optional<Path> take(Path place, Promise promise) throws IOException {
        if (!promise.isPossibleAt(place)) {
            return Optional.empty();
        }
        Aside aside = aside(requireNonNull(place.getParent()));
        Path there = aside.take(place);
        boolean holds = false;
        try {
            holds = promise.holds(there, cancel);
        } finally {
            if (!holds) {
                aside.putBack(there);
            }
        }
        return holds ? Optional.of(there) : Optional.empty();
    }

    /** One at a time: the items of a folder follow one another. */
    private Aside aside(Path parent) throws IOException {
        if (open.isPresent() && !requireNonNull(open.get().folder().getParent()).equals(parent)) {
            close();
        }
        if (open.isEmpty()) {
            open = Optional.of(Aside.in(parent));
        }
        return open.get();
    }

    private static boolean isPublished(Path place, Publication publication) throws IOException {
        try {
            publication.publish(place);
            return true;
        } catch (FileAlreadyExistsException e) {
            return false;
        }
    }

    private static boolean isEmptyFolderDeleted(Path place) throws IOException {
        try {
            if (!Promise.of(ItemKind.FOLDER, "").isPossibleAt(place)) {
                return false;
            }
            Files.delete(place);
            return true;
        } catch (DirectoryNotEmptyException e) {
            return false;
        }
    }

    @Override
    public void close() {
        open.ifPresent(Aside::close);
        open = Optional.empty();
    }
}
