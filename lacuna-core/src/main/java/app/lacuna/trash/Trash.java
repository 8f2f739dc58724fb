package app.lacuna.trash;

import app.lacuna.clearing.InTrash;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Where what is thrown away lies until it is taken back or gone for good. */
public interface Trash {
    /**
     * Moves a file or a link there.
     *
     * @param file where it is at the moment
     * @param original where it shall come back to
     * @return where it is now, if this trash tells
     * @throws NoTrash if there is none for things from there
     */
    Optional<InTrash> put(Path file, Path original) throws IOException;

    /** Whether it has to lie under its own name when it is put there. */
    boolean wantsItUnderItsName();

    /**
     * Which of these are there, alone or in a folder, however they got there. One path may have
     * been thrown away several times.
     */
    Map<Path, List<InTrash>> find(Set<Path> originals);

    /**
     * Writes the original path of an item again, if the trash has lost it. The caller has
     * identified the item by name, size and time.
     */
    void explain(InTrash place, Path original);

    /** Whether what is there still is what was put there, and not something else by now. */
    boolean has(InTrash place, Path original);

    /**
     * Puts it back, with folders that are not there any more; beside its place if that is taken.
     *
     * @return where it is now
     */
    Path restore(InTrash place, Path original) throws IOException;

    /** Takes it away for good. */
    void purge(InTrash place) throws IOException;

    /** There is no trash that could take something from there. */
    final class NoTrash extends IOException {
        private static final long serialVersionUID = 1L;

        public NoTrash(Path place) {
            super("no trash for " + place.getFileSystem());
        }
    }
}
