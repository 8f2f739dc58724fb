package app.lacuna.looseends;

import app.lacuna.clearing.ReadableFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** An archive that has not been opened yet: enough to say what may go, not to let anything go. */
public final class Unopened implements Evidence {
    private final Path archive;

    public Unopened(Path archive) {
        this.archive = archive;
    }

    @Override
    public List<Path> archive() {
        return List.of(archive);
    }

    @Override
    public boolean stands() {
        return Files.isRegularFile(archive);
    }

    @Override
    public Optional<Stays> against(ReadableFile file) {
        return Optional.empty();
    }

    @Override
    public Optional<Stays> compare(ReadableFile file, Path place) {
        return Optional.of(Stays.NOT_PROVED);
    }
}
