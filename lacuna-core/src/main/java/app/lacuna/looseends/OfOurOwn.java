package app.lacuna.looseends;

import app.lacuna.clearing.ReadableFile;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Lists, reports and key slips that this program has made: they go as long as they are that. */
public final class OfOurOwn implements Evidence {
    @Override
    public List<Path> archive() {
        return List.of();
    }

    @Override
    public boolean stands() {
        return true;
    }

    @Override
    public Optional<Stays> against(ReadableFile file) {
        return Optional.empty();
    }

    @Override
    public Optional<Stays> compare(ReadableFile file, Path place) {
        return Optional.empty();
    }
}
