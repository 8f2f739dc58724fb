package app.lacuna.cli;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.base.Secret;
import app.lacuna.job.Archives;
import java.io.IOException;
import java.nio.file.Path;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The archive, its password and its limits, as options of every command that opens one. */
final class Opening {
    @Parameters(paramLabel = "FILE", descriptionKey = "opening.file")
    private Path archive;

    @Option(names = "--unlimited", descriptionKey = "opening.unlimited")
    private boolean unlimited;

    @Mixin private PasswordSource passwords;

    Path archive() {
        return archive;
    }

    PasswordSource passwords() {
        return passwords;
    }

    /** The caller closes the reader. */
    ArchiveReader open() throws IOException {
        return Archives.open(archive, unlimited ? Limits.NONE : Limits.STANDARD);
    }

    /** Shows the note first, which everybody can read; then gets the password, if one is needed. */
    void unlock(ArchiveReader reader, Terminal terminal) throws IOException {
        sayNote(reader, terminal);
        if (!reader.listing().needsPassword()) {
            return;
        }
        try (Secret password = passwords.forOpening(terminal, archive)) {
            reader.unlock(password);
        }
    }

    static void sayNote(ArchiveReader reader, Terminal terminal) {
        String note = reader.outside().comment();
        if (!note.isBlank()) {
            terminal.say(Words.text("note", PrintableName.of(note)));
        }
    }
}
