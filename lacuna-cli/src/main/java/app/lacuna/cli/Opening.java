package app.lacuna.cli;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.common.Secret;
import app.lacuna.job.Archives;
import java.io.IOException;
import java.nio.file.Path;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The archive, its password and its limits, as options of every command that opens one. */
final class Opening {
    @Parameters(paramLabel = "${bundle:param.FILE}", descriptionKey = "opening.file")
    private Path archive;

    @Option(names = "--unlimited", descriptionKey = "opening.unlimited")
    private boolean unlimited;

    @Option(names = "--inside", descriptionKey = "opening.inside")
    private boolean inside;

    @Mixin private PasswordSource passwords;

    Path archive() {
        return archive;
    }

    PasswordSource passwords() {
        return passwords;
    }

    /** The caller closes the reader. */
    ArchiveReader open() throws IOException {
        return Archives.open(archive, limits(), inside ? Nested.LOOK_INSIDE : Nested.AS_A_FILE);
    }

    /** The same, of a disc with all of its set. The caller closes the reader. */
    ArchiveReader openWhole() throws IOException {
        return Archives.whole(archive, limits(), inside ? Nested.LOOK_INSIDE : Nested.AS_A_FILE);
    }

    Limits limits() {
        return unlimited ? Limits.NONE : Limits.STANDARD;
    }

    /** The caller closes it. */
    Secret password(Terminal terminal) throws IOException {
        return passwords.forOpening(terminal, archive);
    }

    static void sayNote(ArchiveReader reader, Terminal terminal) {
        String note = reader.outside().comment();
        if (!note.isBlank()) {
            terminal.say(Words.text("note", PrintableName.of(note)));
        }
    }
}
