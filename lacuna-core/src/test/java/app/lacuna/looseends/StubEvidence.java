package app.lacuna.looseends;

import app.lacuna.clearing.ReadableFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Evidence that says what a test wants. */
final class StubEvidence implements Evidence {
    List<Path> archive = List.of();
    boolean stands = true;
    Optional<Stays> against = Optional.empty();
    Optional<Stays> compared = Optional.empty();
    Optional<IOException> unprepared = Optional.empty();
    Optional<IOException> uncompared = Optional.empty();
    Runnable whileComparing = () -> {};

    @Override
    public List<Path> archive() {
        return archive;
    }

    @Override
    public boolean stands() {
        return stands;
    }

    @Override
    public Optional<Stays> against(ReadableFile file) {
        return against;
    }

    @Override
    public void prepare(List<ReadableFile> next) throws IOException {
        if (unprepared.isPresent()) {
            throw unprepared.get();
        }
    }

    @Override
    public Optional<Stays> compare(ReadableFile file, Path place) throws IOException {
        whileComparing.run();
        if (uncompared.isPresent()) {
            throw uncompared.get();
        }
        return compared;
    }
}
