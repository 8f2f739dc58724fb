package app.lacuna.disc;

/**
 * Something that goes onto a disc as a whole.
 *
 * @param path with slashes; what has the same beginning belongs together
 * @param bytes that it takes there
 */
public record Piece(String path, long bytes) {}
