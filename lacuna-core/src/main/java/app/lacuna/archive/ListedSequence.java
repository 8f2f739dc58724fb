package app.lacuna.archive;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;

/** Goes through entries of an archive that could be read in any order. */
final class ListedSequence implements EntrySequence {
    private final OpenedArchive archive;
    private final List<ArchiveEntry> entries;
    private int at = -1;
    private InputStream contents = InputStream.nullInputStream();

    ListedSequence(OpenedArchive archive, List<ArchiveEntry> entries) throws IOException {
        this.archive = archive;
        this.entries = entries;
        archive.prepare(entries);
    }

    @Override
    public Optional<ArchiveEntry> next() throws IOException {
        contents.close();
        at++;
        return at < entries.size() ? Optional.of(entries.get(at)) : Optional.empty();
    }

    @Override
    public InputStream contents() throws IOException {
        contents = archive.open(entries.get(at));
        return contents;
    }

    @Override
    public void close() throws IOException {
        contents.close();
    }
}
