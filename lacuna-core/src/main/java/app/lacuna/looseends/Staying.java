package app.lacuna.looseends;

import java.nio.file.Path;

/** Something that is not cleared, and why. */
public record Staying(Path path, Stays why) {}
