package app.lacuna.cli;

import app.lacuna.staging.Existing;
import picocli.CommandLine.Option;

/** Whether an archive that is marked as read-only may be written anew in its place. */
final class Replacing {
    @Option(names = "--even-read-only", descriptionKey = "even-read-only")
    private boolean evenReadOnly;

    Existing rule() {
        return evenReadOnly ? Existing.REPLACE_EVEN_READ_ONLY : Existing.REPLACE;
    }
}
