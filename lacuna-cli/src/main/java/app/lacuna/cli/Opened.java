package app.lacuna.cli;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.Secret;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** An archive that has been opened, and its password for those commands that need it again. */
record Opened(ArchiveReader reader, OpenedArchive archive, Optional<Secret> password)
        implements AutoCloseable {
    /** Shows the note first, which everybody can read; asks for a password if one is needed. */
    static Opened of(Opening opening, Terminal terminal) throws IOException {
        return of(opening, opening.open(), terminal);
    }

    /** Takes the reader over. */
    static Opened of(Opening opening, ArchiveReader reader, Terminal terminal) throws IOException {
        return of(reader, opening.passwords(), opening.archive(), terminal);
    }

    /**
     * Takes the reader over.
     *
     * @param file that the password is asked for
     */
    static Opened of(ArchiveReader reader, PasswordSource passwords, Path file, Terminal terminal)
            throws IOException {
        Optional<Secret> password = Optional.empty();
        try {
            Opening.sayNote(reader, terminal);
            if (reader.needsPassword()) {
                password = Optional.of(passwords.forOpening(terminal, file));
            }
            return new Opened(reader, open(reader, password, terminal), password);
        } catch (IOException | RuntimeException e) {
            password.ifPresent(Secret::close);
            reader.close();
            throw e;
        }
    }

    /** Some formats have to be read through before it is known what is in them. */
    static OpenedArchive open(ArchiveReader reader, Optional<Secret> password, Terminal terminal)
            throws IOException {
        try (ProgressBar bar = new ProgressBar(terminal)) {
            return reader.open(password, bar, terminal.cancel());
        }
    }

    @Override
    public void close() throws IOException {
        password.ifPresent(Secret::close);
        archive.close();
        reader.close();
    }
}
