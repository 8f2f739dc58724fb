package app.lacuna.cli;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.base.Secret;
import java.io.IOException;
import java.util.Optional;

/** An archive that has been opened together with its password, for commands that need both. */
record Unlocked(ArchiveReader reader, Optional<Secret> password) implements AutoCloseable {
    static Unlocked of(Opening opening, Terminal terminal) throws IOException {
        ArchiveReader reader = opening.open();
        try {
            Opening.sayNote(reader, terminal);
            if (!reader.listing().needsPassword()) {
                return new Unlocked(reader, Optional.empty());
            }
            Secret password = opening.passwords().forOpening(terminal, opening.archive());
            try {
                reader.unlock(password);
                return new Unlocked(reader, Optional.of(password));
            } catch (IOException | RuntimeException e) {
                password.close();
                throw e;
            }
        } catch (IOException | RuntimeException e) {
            reader.close();
            throw e;
        }
    }

    @Override
    public void close() throws IOException {
        password.ifPresent(Secret::close);
        reader.close();
    }
}
