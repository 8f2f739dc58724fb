package app.lacuna.selection;

import java.nio.file.Path;

/** An item that has another name inside the archive than on disk, and why. */
public record Renamed(Path source, String path, Reason reason) {
    public enum Reason {
        /** Something else that goes in has it. */
        NAME_TAKEN,
        /** Some of its bytes are no text. */
        NAME_NOT_TEXT
    }
}
