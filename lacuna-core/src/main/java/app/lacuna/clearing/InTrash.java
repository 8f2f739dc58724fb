package app.lacuna.clearing;

import java.nio.file.Path;

/**
 * Where something is in the trash.
 *
 * @param file what was thrown away
 * @param info the note beside it that says where it came from
 */
public record InTrash(Path file, Path info) {}
