package app.lacuna.extract;

import app.lacuna.archive.ArchiveEntry;
import java.nio.file.Path;
import java.time.Instant;

/** An entry and the file that is in its place already. */
public record Conflict(
        ArchiveEntry entry, Path existing, long existingSize, Instant existingModified) {}
