package app.lacuna.selection;

import java.nio.file.Path;

/** An item that got another name inside the archive because its own was taken, or is no text. */
public record Renamed(Path source, String path) {}
