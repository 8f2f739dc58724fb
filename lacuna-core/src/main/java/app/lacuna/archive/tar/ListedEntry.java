package app.lacuna.archive.tar;

import app.lacuna.selection.ItemKind;
import java.time.Instant;
import java.util.Optional;

/**
 * An entry as a list has it.
 *
 * @param kind of what is not read here, a file
 * @param mode the twelve bits
 * @param start where its headers begin
 * @param stored bytes behind them
 * @param linkedTo the number of the entry that has its contents, or -1
 * @param headers if they have been read for the list
 */
record ListedEntry(
        String path,
        ItemKind kind,
        long size,
        Instant modified,
        int mode,
        long start,
        long stored,
        int linkedTo,
        Optional<TarEntry> headers) {
    ListedEntry linkedTo(int other) {
        return new ListedEntry(path, kind, size, modified, mode, start, stored, other, headers);
    }
}
