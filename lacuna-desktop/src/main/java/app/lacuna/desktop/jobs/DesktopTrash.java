package app.lacuna.desktop.jobs;

import app.lacuna.clearing.InTrash;
import app.lacuna.trash.Trash;
import app.lacuna.trash.Trashes;
import java.awt.Desktop;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The trash of systems whose own service fills it: things are taken back from there by hand. */
public final class DesktopTrash implements Trash {
    private DesktopTrash() {}

    /** The one that this system has. */
    public static Optional<Trash> ofThisComputer() {
        Optional<Trash> own = Trashes.ofThisSystem();
        if (own.isPresent()) {
            return own;
        }
        boolean possible =
                Desktop.isDesktopSupported()
                        && Desktop.getDesktop().isSupported(Desktop.Action.MOVE_TO_TRASH);
        return possible ? Optional.of(new DesktopTrash()) : Optional.empty();
    }

    @Override
    public Optional<InTrash> put(Path file, Path original) throws IOException {
        if (!Desktop.getDesktop().moveToTrash(file.toFile())) {
            throw new NoTrash(original);
        }
        return Optional.empty();
    }

    @Override
    public boolean wantsItUnderItsName() {
        return true;
    }

    @Override
    public Map<Path, List<InTrash>> find(Set<Path> originals) {
        return Map.of();
    }

    @Override
    public void explain(InTrash place, Path original) {
        // the system keeps its own notes
    }

    @Override
    public boolean has(InTrash place, Path original) {
        return false;
    }

    @Override
    public Path restore(InTrash place, Path original) throws IOException {
        throw new IOException("only by hand");
    }

    @Override
    public void purge(InTrash place) throws IOException {
        throw new IOException("only by hand");
    }
}
