package app.lacuna.selection;

import java.nio.file.Path;

/** An item that got another name inside the archive because its own was taken. */
public record Renamed(Path source, String path) {}
